import { describe, expect, it } from 'vitest'
import { recognisePulses } from '#core/protocols'
import { resolvePlan } from '#core/plan'
import { allocated } from '../tests/helpers/plans'
import { factsOf } from './facts'
import { pulsesAt } from './pulses'

const { board } = resolvePlan(allocated('spillway-hex'))
const facts = factsOf(board)
const at = (pad: string, settings = {}) => recognisePulses(pulsesAt(facts, settings, pad))
const padWith = (use: string) => facts.pads.find(({ uses }) => uses.includes(use))!.id

describe('pads of the simulated board', () => {
  it('send what they are set to, and it is recognised', () => {
    const { id: motor, timer } = facts.pads.find(({ output }) => output === 1)!
    expect(at(motor)).toEqual({ kind: 'throttle', rate: 300_000, throttle: { value: 0, telemetry: false } })
    for (const rate of [50, 400]) {
      const servo = at(motor, { [`timer.${timer}.rate`]: rate })
      expect(servo?.kind).toBe('servo')
      expect(servo).toMatchObject({ widths: Array.from({ length: 3 }, () => expect.closeTo(1500, 3) as number) })
    }
    const light = padWith('led-data')
    for (const [percent, white] of [
      [0, 0],
      [40, 102],
      [100, 255],
    ])
      expect(at(light, { [`lights.${light}.brightness`]: percent })).toEqual({
        kind: 'lights',
        lights: [{ red: white, green: white, blue: white }],
      })
  })

  it('hear a pulse train where the receiver is set to one', () => {
    const input = { ...facts, pads: [{ id: 'in1', uses: ['receiver-pulse'] }] }
    expect(recognisePulses(pulsesAt(input, { 'receiver.type': 'one pulse train' }, 'in1'))).toEqual({
      kind: 'train',
      widths: [1500, 1500, 1000, 1500, 1500, 1500, 1500, 1500],
    })
    expect(pulsesAt(input, { 'receiver.type': 'serial' }, 'in1')).toEqual([])
  })

  it('are still where nothing pulses, and what is no signal is not made one', () => {
    expect(pulsesAt(facts, {}, 'none')).toEqual([])
    expect(at(padWith('analog'))).toBeUndefined()
    const odd = [0, 9000, 18_000].flatMap((rises) => [
      { at: rises, level: 1 as const },
      { at: rises + 4000, level: 0 as const },
    ])
    expect(recognisePulses(odd)).toBeUndefined()
  })
})
