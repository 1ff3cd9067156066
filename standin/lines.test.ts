import { describe, expect, it } from 'vitest'
import { protocolIds, protocols, recognise } from '#core/protocols'
import { library, allocated } from '../tests/helpers/plans'
import { factsOf } from './facts'
import { heardAt, spokenAt } from './lines'
import { resolvePlan } from '#core/plan'

const facts = factsOf(resolvePlan(allocated('spillway-hex')).board, library.protocols)

describe('the ports of the simulated board', () => {
  it('speak each protocol that the product knows, and are recognised by it', () => {
    for (const id of protocolIds) {
      const { messages, line } = protocols[id]
      const { direction } = messages[0]
      const bytes = heardAt(id, line.bauds[0]!, direction, 2)
      expect(recognise(bytes)[0]?.protocol, id).toBe(id)
    }
  })
  it('speak what they are set to, told apart by inversion and rate', () => {
    const at = (settings: Record<string, string | number | boolean>) =>
      spokenAt(
        facts,
        Object.fromEntries(Object.entries(settings).map(([key, value]) => [`port.3.${key}`, value])),
        3,
        'from-device',
      )
    expect(at({ function: 'control receiver', inverted: true, rate: 100_000 })).toEqual({ id: 'sbus', baud: 100_000 })
    expect(at({ function: 'control receiver', inverted: false, rate: 115_200 })).toEqual({ id: 'ibus', baud: 115_200 })
    expect(at({ function: 'rangefinder', rate: 9600 })).toBeUndefined()
    expect(at({})).toBeUndefined()
    expect(spokenAt(facts, { 'port.3.rx.function': 'ESC telemetry' }, 3, 'from-device')).toEqual({
      id: 'esc-telemetry',
      baud: 115_200,
    })
    expect(spokenAt(facts, { 'port.3.rx.function': 'ESC telemetry' }, 3, 'to-device')).toBeUndefined()
  })
  it('say no more than the line carries', () => {
    expect(heardAt('crsf', 4800, 'from-device', 1)).toHaveLength(480)
    expect(heardAt('sbus', 100_000, 'from-device', 1)).toHaveLength(142 * 25)
    expect(heardAt('sbus', 100_000, 'to-device', 1)).toHaveLength(0)
  })
})
