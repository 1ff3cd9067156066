import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import { carrierOf } from '../../../controls'
import { resolvePlan, type Plan } from '../../../plan'

/** The hex with a receiver that speaks a protocol of the user's own. */
function speaking(channels?: number): Plan {
  const plan = allocated('spillway-hex')
  const text = JSON.stringify(plan.definitions).replaceAll('"protocol":"crsf"', '"protocol":"mine"')
  const definitions = JSON.parse(text) as Plan['definitions']
  const { crsf, ...rest } = definitions.protocols
  const mine = { ...crsf!, id: 'mine', name: 'Mine', ...(channels && { channels }) }
  const key = Object.keys(plan.assignment).find((need) => plan.assignment[need as never]!.protocol === 'crsf')!
  const assignment = { ...plan.assignment, [key]: { ...plan.assignment[key as never]!, protocol: 'mine' } }
  return { ...plan, assignment, definitions: { ...definitions, protocols: { ...rest, mine } } }
}

describe('CHN-12', () => {
  it('is silent where the product speaks the protocol, and where its definition says what it carries', () => {
    expect(factsOf(allocated('spillway-hex'), 'CHN-12')).toEqual([])
    expect(factsOf(speaking(12), 'CHN-12')).toEqual([])
    expect(carrierOf(resolvePlan(speaking(12)))?.channels).toBe(12)
  })
  it('names a protocol of which nobody says what it carries, instead of carrying nothing without a word', () => {
    expect(factsOf(speaking(), 'CHN-12')).toEqual([
      'Control receiver speaks Mine, of which it is not known how many channels it carries: whether a control arrives is not judged. The protocol’s definition says it with “channels”',
    ])
    expect(carrierOf(resolvePlan(speaking()))).toBeUndefined()
  })
  it('says so of a protocol that carries none, and looks past a link beside the one that does', () => {
    const plan = allocated('spillway-hex')
    const [rc] = Object.entries(plan.assignment).find(([, { protocol }]) => protocol === 'crsf')!
    const spoken = (protocol: string): Plan => ({
      ...plan,
      assignment: { ...plan.assignment, [rc]: { ...plan.assignment[rc]!, protocol } },
    })
    expect(factsOf(spoken('msp'), 'CHN-12')).toEqual([
      'Control receiver speaks MSP, which carries no channels: no control arrives',
    ])
    const { receiver } = Object.fromEntries(plan.devices.map((device) => [device.id, device]))
    const definition = plan.definitions.devices[receiver!.definition]!
    const [id, need] = Object.entries(definition.needs).find(([, { kind }]) => kind === 'serial')!
    if (need.kind !== 'serial') throw new Error('no serial need')
    const options = [{ protocol: 'msp', bauds: [115_200], default: 115_200 }]
    // Its telemetry comes first in the list.
    const needs = { telemetry: { ...need, label: 'Telemetry', options }, [id]: need, ...definition.needs }
    const devices = { ...plan.definitions.devices, [definition.id]: { ...definition, needs } }
    const both: Plan = {
      ...plan,
      definitions: { ...plan.definitions, devices },
      assignment: { ...plan.assignment, 'receiver/telemetry': { place: 'port:uart5', protocol: 'msp', baud: 115_200 } },
    }
    expect(factsOf(both, 'CHN-12')).toEqual([])
    expect(carrierOf(resolvePlan(both))?.need.key).toBe(rc)
  })
  it('says nothing before a handset is there', () => {
    const plan = speaking()
    expect(factsOf({ ...plan, controls: { ...plan.controls, handset: {} } }, 'CHN-12')).toEqual([])
  })
})
