import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const strip = { needs: { data: { kind: 'led-data' } } } as const
const board = (features: [string, string]) => ({ exclusions: [{ features, reason: 'One timer for both.' }] })
const build = (features: [string, string], kind: 'hardware' | 'software' = 'software') =>
  tiny({
    ports: { p1: { kind } },
    pads: { L: [{ as: 'led-data', of: 't1' }] },
    board: board(features),
    devices: { strip, gnss: { needs: { fix: serial() } } },
    at: { 'strip/data': 'pad:L', 'gnss/fix': 'port:p1' },
  })

describe('PAD-02', () => {
  it('is silent when nothing that is used excludes another', () => {
    expect(factsOf(build(['software-serial', 'led-data'], 'hardware'), 'PAD-02')).toEqual([])
    expect(factsOf(build(['port:p1', 'i2c-pads']), 'PAD-02')).toEqual([])
  })
  it.each<[string, string]>([
    ['software-serial', 'led-data'],
    ['led-data:L', 'port:p1'],
  ])('names who uses %s and who %s, with the reason of the board', (one, other) => {
    const plan = build([one, other])
    const [found] = findingsOf(plan, 'PAD-02')
    expect(found!.fact).toMatch(/^(Gnss and Strip|Strip and Gnss) exclude each other on this board. One timer for both.$/)
    expect(found!.fixes.map(({ label }) => label).sort()).toEqual(['Do without Gnss', 'Do without Strip'])
    expect(settledBy(plan, found!, 0)).toBe(true)
  })
  it('speaks of a need that uses both by itself', () => {
    const plan = build(['software-serial', 'port:p1'])
    expect(factsOf(plan, 'PAD-02')).toEqual([
      'Gnss (Fix): software serial ports and Port 1 exclude each other on this board. One timer for both.',
    ])
  })
})
