import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { resolvePlan } from '../../../plan'

const pulse = { functions: [{ as: 'pulse' as const, of: 't1' }] }
const build = (at: Record<string, `pad:${string}`> = {}, numbered = true) => {
  const esc = (motor: string) => ({
    needs: { [motor]: { kind: 'pulse' as const } },
    motors: { count: 1, continuous: 10, peak: 12 },
  })
  const output = (number: number) => (numbered ? { pad: { output: number } } : {})
  return tiny({
    pads: { A: { ...pulse, ...output(2) }, B: { ...pulse, ...output(1) }, C: pulse },
    devices: { left: esc('motor'), right: esc('motor') },
    at,
  })
}

describe('PAD-13', () => {
  it('is silent with motors on the outputs of their numbers, and on boards that number none', () => {
    expect(factsOf(build({ 'left/motor': 'pad:B', 'right/motor': 'pad:A' }), 'PAD-13')).toEqual([])
    expect(factsOf(build({ 'left/motor': 'pad:A', 'right/motor': 'pad:B' }, false), 'PAD-13')).toEqual([])
  })
  it('says once which outputs have to be mapped', () => {
    const [found, ...more] = findingsOf(build({ 'left/motor': 'pad:A', 'right/motor': 'pad:C' }), 'PAD-13')
    expect(more).toEqual([])
    expect(found!.fact).toBe(
      'outputs to be mapped before the first spin: Left (Motor): pad A is output 2: map it to motor 1; Right (Motor): pad C is no numbered output: map it to motor 2',
    )
    expect(settledBy(build({ 'left/motor': 'pad:A', 'right/motor': 'pad:B' }), found!)).toBe(true)
  })
  it('is known to the search', () => {
    const { assignment } = allocate(resolvePlan(build()))
    expect([assignment['left/motor']!.place, assignment['right/motor']!.place]).toEqual(['pad:B', 'pad:A'])
  })
})
