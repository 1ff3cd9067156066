import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { add, allocated, demo } from '../../../../tests/helpers/plans'
import { adopt, analyse } from '../../../engine'

const hex = allocated('spillway-hex')

describe('PWR-12', () => {
  it('is silent when motors are fed by the battery or a distribution board', () => {
    expect(findingsOf(hex, 'PWR-12')).toEqual([])
    expect(findingsOf(allocated('culvert-scout'), 'PWR-12')).toEqual([])
  })
  it('says nothing of a way back before anything is fed, and stops at it once it is', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(findingsOf(demo(name), 'PWR-12')).toEqual([])
    const plan = edited(hex, { type: 'wire.set', wire: 'esc-6.bgnd', set: { end: 'pad:G2' } })
    expect(findingsOf(plan, 'PWR-12')).toMatchObject([
      { severity: 'stop', fact: expect.stringContaining('comes back by') as string },
    ])
  })
  it('stops at an ESC fed from a pad of the board, with the current it would pass, and moves it', () => {
    const plan = edited(hex, { type: 'supply.choose', supply: 'esc/main', source: 'rail:bat' })
    const [found] = findingsOf(plan, 'PWR-12')
    expect(found).toMatchObject({
      severity: 'stop',
      fact: 'ESC four-in-one: Battery is not made for motor current, and this passes up to 50.1 A of motor current',
    })
    expect(found!.fixes.map(({ label }) => label)).toContain('Feed it from Distribution board BAT OUT')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('stops at one that a wire was moved to the board for by hand', () => {
    const plan = edited(hex, { type: 'wire.set', wire: 'esc-5.vcc', set: { end: 'pad:BAT_2' } })
    expect(findingsOf(plan, 'PWR-12')).toMatchObject([
      { severity: 'stop', subjects: ['supply:esc-5/main', 'device:esc-5', 'rail:bat'] },
    ])
  })
  it('is silent where the board is built for it', () => {
    const tansy = edited(allocated('culvert-scout'), add('gault-40'))
    const plan = {
      ...tansy,
      definitions: {
        ...tansy.definitions,
        boards: Object.fromEntries(
          Object.entries(tansy.definitions.boards).map(([id, board]) => [
            id,
            { ...board, rails: { ...board.rails, bat: { ...board.rails.bat!, main: true } } },
          ]),
        ),
      },
      supplies: { ...tansy.supplies, 'gault-40/main': 'rail:bat' as const },
    }
    expect(findingsOf(plan, 'PWR-12')).toEqual([])
  })
  it('takes the distribution board where there is one, the battery where there is none', () => {
    const feeds = (plan: typeof hex) => analyse(plan).proposal.supplies
    expect(feeds(hex)).toMatchObject({
      'distribution/main': 'output:battery/main',
      'esc/main': 'output:distribution/bat',
      'esc-5/main': 'output:distribution/bat',
      'board/bat': 'output:distribution/bat',
    })
    const without = edited(hex, { type: 'device.remove', device: 'distribution' })
    expect(feeds(without)).toMatchObject({ 'esc/main': 'output:battery/main', 'esc-5/main': 'output:battery/main' })
    expect(findingsOf(adopt(without, analyse(without).proposal), 'MEC-04').map(({ severity }) => severity)).toEqual([
      'fix',
      'fix',
    ])
  })
})
