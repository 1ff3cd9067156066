import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { resolvePlan } from '../../../plan'

const build = ({ receivers = 1, at = true, lines = 'from-device' as 'from-device' | 'to-device' } = {}) =>
  tiny({
    ports: { p1: {}, p2: {} },
    board: { receivers },
    devices: {
      one: { class: 'receiver', needs: { rc: serial({ lines: 'from-device' }) } },
      two: { class: 'receiver', needs: { rc: serial({ lines }) } },
    },
    at: at ? { 'one/rc': 'port:p1', 'two/rc': 'port:p2' } : {},
  })

describe('PAD-15', () => {
  it('is silent with as many as the board takes, and with values that go out', () => {
    expect(factsOf(build({ receivers: 2 }), 'PAD-15')).toEqual([])
    expect(factsOf(build({ lines: 'to-device' }), 'PAD-15')).toEqual([])
  })
  it('does without one of two', () => {
    const [found] = findingsOf(build(), 'PAD-15')
    expect(found!.fact).toBe('One (Rc) and Two (Rc) bring the commands; Board listens to one receiver at a time')
    expect(settledBy(build(), found!)).toBe(true)
  })
  it('counts no line for telemetry: a protocol that carries no channels brings no commands', () => {
    const plan = build()
    const telemetry = (protocol: string) => {
      const changed = structuredClone(plan)
      for (const device of Object.values(changed.definitions.devices))
        for (const need of Object.values(device.needs))
          if (device.name === 'Two' && need.kind === 'serial') need.options = [{ protocol, bauds: [9600], default: 9600 }]
      return factsOf(changed, 'PAD-15')
    }
    expect(telemetry('mavlink')).toEqual([])
    expect(telemetry('crsf')).toHaveLength(1)
  })
  it('is known to the search', () => {
    expect(allocate(resolvePlan(build({ at: false }))).unmet).toHaveLength(1)
    expect(allocate(resolvePlan(build({ at: false, receivers: 2 }))).unmet).toEqual([])
  })
})
