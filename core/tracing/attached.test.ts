import { describe, expect, it } from 'vitest'
import { blankBoard, limits } from '../catalogue'
import { boardOfRows, rowOfPads } from '../entry'
import { readDefinition } from '../schema'
import { laidOn, layingOf, pictureKind, withAllAttached, withAttached, withLaidPicture } from '.'

const board = blankBoard('own', 'Own')
const laying = layingOf(
  {
    by: 'corners',
    four: [
      { x: 0, y: 0 },
      { x: 400, y: 0 },
      { x: 400, y: 300 },
      { x: 0, y: 300 },
    ],
    size: { width: 40, height: 30 },
  },
  board.outline,
  'top',
)
const picture = 'a'.repeat(40)

describe('what is kept with a definition', () => {
  it('a picture under a side takes the place of the one before, which stays kept', () => {
    const first = withLaidPicture(board, { label: 'Top', picture, side: 'top' }, laying)
    expect(first.outline).toMatchObject({ width: 40, height: 30 })
    expect(laidOn(first, 'top')).toMatchObject({ picture, x: -4, y: -4, width: 48, height: 38 })
    expect(laidOn(first, 'bottom')).toBeUndefined()
    const below = withLaidPicture(first, { label: 'Bottom', picture, side: 'bottom' }, laying)
    const again = withLaidPicture(below, { label: 'Top again', picture: 'b'.repeat(40), side: 'top' }, laying)
    expect(laidOn(again, 'top')!.picture).toBe('b'.repeat(40))
    expect(laidOn(again, 'bottom')!.picture).toBe(picture)
    expect(Object.values(again.attached!).map(({ label }) => label)).toEqual(['Top', 'Bottom', 'Top again'])
    expect(again.attached!.p1!.laid).toBeUndefined()
    expect(readDefinition(JSON.parse(JSON.stringify(again)))).toEqual(again)
  })

  it('a sketch of pads in their order stays one; an empty board is none any more', () => {
    const sketch = { ...board, outline: { ...board.outline, sketch: true } }
    expect(withLaidPicture(sketch, { label: 'Top', picture, side: 'top' }, laying).outline.sketch).toBeUndefined()
    const rows = rowOfPads(['M1', 'M2'], { x: 1, y: 1 }, { x: 9, y: 1 }, 'top')
    const padded = boardOfRows(sketch, rows, { keepOthers: true, accepted: true, corners: [] }).board
    expect(
      withLaidPicture({ ...padded, outline: sketch.outline }, { label: 'T', picture, side: 'top' }, laying).outline.sketch,
    ).toBe(true)
  })

  it('so many and no more; what is neither picture nor address is refused', () => {
    let full = board
    for (let count = 0; count < limits.attached; count += 1)
      full = withAttached(full, { label: `Page ${count}`, address: 'https://example.org/manual' })
    expect(readDefinition(full)).toEqual(full)
    expect(() => withAttached(full, { label: 'One more', picture })).toThrow(/up to 20/)
    expect(() => readDefinition({ ...board, attached: { p1: { label: 'Nothing' } } })).toThrow(/attached\.p1/)
    expect(withAllAttached(full, {})).toEqual(board)
  })
})

describe('kinds of picture', () => {
  const bytes = (...given: (number | string)[]) =>
    new Uint8Array(given.flatMap((each) => (typeof each === 'string' ? [...each].map((sign) => sign.charCodeAt(0)) : [each])))
  const pad = (start: Uint8Array, length = 40) => {
    const whole = new Uint8Array(length)
    whole.set(start)
    return whole
  }

  it('are told by their first bytes, with the size that the head states', () => {
    const png = bytes(0x89, 'PNG', 13, 10, 26, 10, 0, 0, 0, 13, 'IHDR', 0, 0, 0x75, 0x30, 0, 0, 0x75, 0x31)
    expect(pictureKind(png)).toEqual({ kind: 'png', size: { width: 30_000, height: 30_001 } })
    const jpeg = pad(bytes(0xff, 0xd8, 0xff, 0xe1, 0, 6, 'Exif', 0xff, 0xff, 0xc2, 0, 11, 8, 0x01, 0x40, 0x02, 0x80, 3))
    expect(pictureKind(jpeg)).toEqual({ kind: 'jpeg', size: { width: 640, height: 320 } })
    const webp = (chunk: string, ...rest: number[]) => pad(bytes('RIFF', 0, 0, 0, 0, 'WEBP', chunk, 0, 0, 0, 0, ...rest))
    const lossy = webp('VP8 ', 0, 0, 0, 0x9d, 0x01, 0x2a, 0x80, 0x02, 0x40, 0x01)
    expect(pictureKind(lossy)).toEqual({ kind: 'webp', size: { width: 640, height: 320 } })
    const bits = 639 + 319 * 16_384
    const lossless = webp('VP8L', 0x2f, bits & 255, (bits >> 8) & 255, (bits >> 16) & 255, bits >> 24)
    expect(pictureKind(lossless)!.size).toEqual({ width: 640, height: 320 })
    const extended = webp('VP8X', 0, 0, 0, 0, 0x7f, 0x02, 0, 0x3f, 0x01, 0)
    expect(pictureKind(extended)!.size).toEqual({ width: 640, height: 320 })
    expect(pictureKind(bytes('%PDF-1.7'))).toEqual({ kind: 'pdf' })
  })

  it('what is none is told as none, and half a head tells no size', () => {
    for (const none of [bytes(), bytes('GIF89a'), bytes('<svg>'), bytes('BM', 0, 0)]) expect(pictureKind(none)).toBeUndefined()
    expect(pictureKind(bytes(0x89, 'PNG', 13, 10))).toEqual({ kind: 'png', size: undefined })
    expect(pictureKind(bytes(0xff, 0xd8, 0xff, 0xe0, 0, 4))).toEqual({ kind: 'jpeg', size: undefined })
    expect(pictureKind(bytes('RIFF', 0, 0, 0, 0, 'WEBP', 'VP8 '))).toEqual({ kind: 'webp', size: undefined })
  })
})
