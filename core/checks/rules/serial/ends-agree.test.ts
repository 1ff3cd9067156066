import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import type { LinkSettings } from '../../../plan'

const link = (device: LinkSettings) =>
  edited(
    tiny({
      ports: { p1: {} },
      devices: { gnss: { needs: { fix: serial({ bauds: [9600, 115200], default: 9600 }) } } },
      at: { 'gnss/fix': 'port:p1' },
    }),
    { type: 'link.set', need: 'gnss/fix', end: 'device', set: device },
  )

describe('SER-02', () => {
  it('is silent when both ends are as allocated', () => {
    expect(factsOf(link({}), 'SER-02')).toEqual([])
  })
  it.each<[LinkSettings, string]>([
    [{ baud: 115200 }, 'rate: board 9\u202f600 baud, device 115\u202f200 baud'],
    [{ format: '8E2' }, 'character format: board 8N1, device 8E2'],
    [{ halfDuplex: true }, 'duplex: board full, device half'],
    [{ inverted: true }, 'inversion: board not inverted, device inverted'],
  ])('gives the figures of both ends, set to %o, and mends either', (device, figures) => {
    const plan = link(device)
    const [found] = findingsOf(plan, 'SER-02')
    expect(found!.fact).toBe(`Gnss (Fix) and Port 1 differ in ${figures}`)
    expect(found!.subjects).toEqual(['need:gnss/fix', 'device:gnss', 'port:p1'])
    expect(settledBy(plan, found!, 0)).toBe(true)
    expect(settledBy(plan, found!, 1)).toBe(true)
  })
  it('is silent when both are set alike', () => {
    const plan = edited(link({ baud: 115200 }), { type: 'link.set', need: 'gnss/fix', end: 'board', set: { baud: 115200 } })
    expect(factsOf(plan, 'SER-02')).toEqual([])
  })
})
