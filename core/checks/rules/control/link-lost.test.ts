import { describe, expect, it } from 'vitest'
import { controlled, passed, told } from '../../../../tests/helpers/controls'
import { factsOf } from '../../../../tests/helpers/findings'
import { add, allocated } from '../../../../tests/helpers/plans'

const chute = (rest: Parameters<typeof passed>[1]) =>
  controlled({ outputs: { 'chute/fire': passed(14, rest) } }, 'spillway-hex', add('drogue-1', 'chute'))

describe('CHN-06', () => {
  it('is silent on the demo builds, and where a release keeps closed', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-06'), name).toEqual([])
    expect(told('CHN-06', chute({ onLoss: 1000, powerUp: 1000 })).facts).toEqual([])
    expect(told('CHN-06', chute({ onLoss: 'hold' })).facts).toEqual([])
  })
  it('stops what cannot be taken back at power-up, and tells of it at a lost link', () => {
    expect(told('CHN-06', chute({ onLoss: 1900, powerUp: 1800 }))).toEqual({
      facts: [
        'chute: Release pulse releases at power-up (1800 µs) and when the control link is lost (1900 µs): its threshold is 1700 µs',
      ],
      severities: ['stop'],
      settled: true,
    })
    // Between rest and threshold it is not known what it does.
    expect(told('CHN-06', chute({ powerUp: 1680 })).severities).toEqual(['stop'])
  })
  it('tells of a receiver that hides a lost link', () => {
    const held = controlled({}, 'spillway-hex', {
      type: 'setting.set',
      device: 'receiver',
      setting: 'failsafe',
      value: 'holds the last',
    })
    expect(told('CHN-06', held)).toEqual({
      facts: [
        'Control receiver holds what it heard last when the control link is lost: the board goes on as if the pilot still held the sticks',
      ],
      severities: ['fix'],
      settled: true,
    })
    const preset = controlled({}, 'spillway-hex', {
      type: 'setting.set',
      device: 'receiver',
      setting: 'failsafe',
      value: 'goes to a preset',
    })
    expect(told('CHN-06', preset).severities).toEqual(['weigh'])
  })
})
