import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { allocated } from '../../../../tests/helpers/plans'
import type { Origins } from '../../../catalogue'
import type { Plan } from '../../../plan'

const unknown = { from: 'unknown' as const }
const plan = (origins: Origins = {}, ofDevice: Origins = {}) =>
  tiny({
    ports: { p1: {}, p2: {} },
    board: { origins },
    devices: { gnss: { needs: { fix: serial() }, supply: { typical: 0.1, peak: 0.2 }, origins: ofDevice } },
    at: { 'gnss/fix': 'port:p1' },
  })
/** What it says of figures that somebody put there; boards of tests leave much untold. */
const weighed = (of: Plan) => findingsOf(of, 'FIT-04').filter(({ severity }) => severity === 'weigh')
const pinOf = (port: string) => Object.values(plan().definitions.boards)[0]!.ports[port]!.tx!.pin

describe('FIT-04', () => {
  it('is silent where all that is used is known, as in the builds that come with it', () => {
    expect(weighed(plan({ mass: { from: 'measured' } }))).toEqual([])
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'FIT-04'), name).toEqual([])
  })
  it('weighs a figure that only stands in the place of one, of a pin that a wire ends at', () => {
    expect(weighed(plan({ [`pins.${pinOf('p1')}.maxIn`]: unknown }))).toMatchObject([
      {
        severity: 'weigh',
        fact: expect.stringMatching(/^not known of .*: highest input of .+ \(5\.5 only stands for it\)$/) as string,
      },
    ])
    expect(weighed(plan({ [`pins.${pinOf('p2')}.maxIn`]: unknown }))).toEqual([])
  })
  it('follows the wires: one that is not fitted makes nothing hang on it', () => {
    const open = structuredClone(plan({}, { 'supplies.main.max': unknown, 'terminals.tx': unknown }))
    open.definitions.devices.gnss!.terminals.tx!.high = 3.3
    const all = (of: Plan) =>
      weighed(of)
        .map(({ fact }) => fact)
        .join()
    expect(all(open)).toMatch(/high level of TX/)
    const loose = edited(open, { type: 'wire.set', wire: 'gnss.tx', set: { omitted: true } })
    expect(all(loose)).not.toMatch(/high level of TX/)
  })
  it('notes what is not told at all, and what is not looked at for it', () => {
    const bare = structuredClone(plan())
    delete bare.definitions.devices.gnss!.terminals.rx!.maxIn
    delete bare.definitions.devices.gnss!.terminals.tx!.high
    expect(findingsOf(bare, 'FIT-04').filter(({ subjects }) => subjects[0] === 'device:gnss')).toMatchObject([
      {
        severity: 'note',
        subjects: ['device:gnss'],
        fact: expect.stringMatching(/^not known of Gnss: .*what hangs on it is not checked$/) as string,
      },
    ])
  })
  it('tells a few of many, and how many more', () => {
    const many = structuredClone(plan({}, { terminals: unknown, supplies: unknown, mass: unknown }))
    Object.assign(many.definitions.devices.gnss!.terminals.tx!, { high: 3.3 })
    Object.assign(many.definitions.devices.gnss!.terminals.rx!, { maxIn: 3.6, minHigh: 2 })
    expect(weighed(many)[0]!.fact).toMatch(/^not known of Gnss: mass .*\(.*\) and 2 more$/)
  })
})
