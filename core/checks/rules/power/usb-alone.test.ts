import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'
import { devicesAlive, powerTree, wiresOf } from '../../../harness'
import { resolvePlan } from '../../../plan'

const rails = { usb: { label: 'USB 5 V', kind: 'usb' as const, volts: 5, limit: 0.5, liveFrom: ['usb' as const] } }
const ring = (typical: number) => ({ supply: { typical, peak: 3.6 } })
const plan = (typical: number) => tiny({ rails, devices: { ring: ring(typical), gnss: {} } })

describe('PWR-09', () => {
  it('is silent while the plug gives what is asked for', () => {
    expect(factsOf(plan(0.4), 'PWR-09')).toEqual([])
  })
  it('sums what hangs on USB alone against what the plug gives', () => {
    expect(findingsOf(plan(0.6), 'PWR-09')).toMatchObject([
      {
        severity: 'note',
        subjects: ['rail:usb', 'device:ring', 'device:gnss'],
        fact: 'on USB alone 650 mA is drawn typically and 3.7 A at peak, 3.6 A of it by Ring; the plug gives 500 mA: work on it with the battery or a bench supply',
      },
    ])
  })
  it('does not call live what takes more than the plug gives', () => {
    const resolved = resolvePlan(plan(0.6))
    expect(devicesAlive(powerTree(resolved, wiresOf(resolved)), 'usb')).toEqual({ alive: ['gnss'], dead: ['ring'] })
    expect(devicesAlive(powerTree(resolved, wiresOf(resolved)), 'both').dead).toEqual([])
  })
})
