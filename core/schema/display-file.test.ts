import { describe, expect, it } from 'vitest'
import { demo } from '../../tests/helpers/plans'
import { displayFileOf, readDisplayFile } from '.'

describe('a layout as a file', () => {
  it('is read as it was written', () => {
    for (const layout of Object.values(demo('spillway-hex').displays))
      expect(readDisplayFile(displayFileOf(layout))).toEqual(layout)
  })
  it.each([
    ['{}', /format/],
    ['nonsense {', /./],
    ['{"format":"ypodoma-display","schema":2,"layout":{"name":"x","elements":{}}}', /schema/],
    ['{"format":"ypodoma-display","schema":1,"layout":{"name":"x","elements":{"a":{"across":"left"}}}}', /layout\.elements\.a/],
  ])('is refused with its place: %s', (text, place) => {
    expect(() => readDisplayFile(text)).toThrow(place)
  })
})
