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
  it('says nothing before a handset is there', () => {
    const plan = speaking()
    expect(factsOf({ ...plan, controls: { ...plan.controls, handset: {} } }, 'CHN-12')).toEqual([])
  })
})
