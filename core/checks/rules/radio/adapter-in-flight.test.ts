import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyNeed } from '../../../../tests/helpers/tiny'

const build = ({
  megahertz = 2440,
  canBeOff = false,
  enable = undefined as TinyNeed | undefined,
  leftOut = [] as string[],
} = {}) =>
  tiny({
    pads: { A: [{ as: 'switch' }] },
    devices: {
      receiver: { class: 'receiver', radios: { main: { label: 'Control', megahertz: 2440, sends: true } } },
      adapter: {
        class: 'adapter',
        leftOut,
        needs: enable ? { enable } : {},
        radios: { main: { label: 'Radio', megahertz, sends: true, canBeOff } },
      },
    },
    at: enable && !leftOut.length ? { 'adapter/enable': 'pad:A' } : {},
  })
const offInFlight: TinyNeed = { kind: 'switch', levels: { disarmed: 'high', armed: 'low' } }
const told = (advice: string) => [`Adapter sends at 2440 MHz beside Receiver; ${advice}`]

describe('RFI-03', () => {
  it('is silent on unlike bands, and when arming turns the adapter off', () => {
    expect(factsOf(build({ megahertz: 5000 }), 'RFI-03')).toEqual([])
    expect(factsOf(build({ enable: offInFlight }), 'RFI-03')).toEqual([])
  })
  it('says what to do where nothing turns it off', () => {
    expect(factsOf(build({ canBeOff: true }), 'RFI-03')).toEqual(told('turn it off before flight'))
    expect(factsOf(build(), 'RFI-03')).toEqual(told('it cannot be turned off'))
  })
  it('wants the enable line, and offers it where it was left out', () => {
    const plan = build({ enable: offInFlight, leftOut: ['enable'] })
    const [found] = findingsOf(plan, 'RFI-03')
    expect([found!.fact]).toEqual(told('wire its enable line so that arming turns it off'))
    expect(edited(plan, found!.fixes[0]!.edit).devices[1]!.leftOut).toEqual([])
  })
  it('speaks of an enable line that leaves it on in flight', () => {
    const on: TinyNeed = { kind: 'switch', levels: { disarmed: 'low', armed: 'high' } }
    expect(factsOf(build({ enable: on }), 'RFI-03')).toEqual(told('wire its enable line so that arming turns it off'))
  })
})
