import { describe, expect, it } from 'vitest'
import { add, allocated, change, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PWR-11', () => {
  const withTool = (variant: string) => {
    const plan = allocated('spillway-hex', add('gauge-p', 'tool', variant))
    const low = change(
      plan,
      'tether-b',
      (adapter) => void Object.assign(Object.values(adapter.supplies)[0]!, { min: 3, max: 3.6 }),
    )
    return {
      ...low,
      supplies: {
        ...low.supplies,
        [`adapter/${Object.keys(low.definitions.devices['tether-b']!.supplies)[0]}`]: 'output:tool/vout',
      },
    }
  }
  it('is silent at the right voltage', () => {
    expect(findingsOf(withTool('3v3'), 'PWR-11')).toEqual([])
  })
  it('stops at one that destroys, and moves the jumper', () => {
    const plan = withTool('5v')
    const [found] = findingsOf(plan, 'PWR-11')
    expect(found).toMatchObject({ severity: 'stop', fact: 'tool is set to 5 V; Wireless adapter takes 3 V to 3.6 V' })
    expect(settledBy(plan, found!)).toBe(true)
  })
})
