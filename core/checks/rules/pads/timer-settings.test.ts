import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyNeed } from '../../../../tests/helpers/tiny'
import type { PinFunction } from '../../../catalogue'

const pulse = (min: number, max: number, preferred = min): TinyNeed => ({ kind: 'pulse', rate: { min, max, default: preferred } })
const functions = (of: string): PinFunction[] => [
  { as: 'pulse', of },
  { as: 'led-data', of },
]
const facts = (one: TinyNeed, other: TinyNeed, { timers = ['t1', 't1'], rate = undefined as number | undefined } = {}) =>
  factsOf(
    tiny({
      pads: { A: functions(timers[0]!), B: functions(timers[1]!) },
      devices: { a: { needs: { x: one } }, b: { needs: { y: other } } },
      at: { 'a/x': { place: 'pad:A', rate }, 'b/y': 'pad:B' },
    }),
    'PAD-03',
  )

describe('PAD-03', () => {
  it('is silent when each timer has one setting', () => {
    expect(facts(pulse(50, 50), pulse(50, 50))).toEqual([])
    expect(facts(pulse(50, 50), { kind: 'led-data' }, { timers: ['t1', 't2'] })).toEqual([])
  })
  it('lets two run at a rate that both bear', () => {
    expect(facts(pulse(50, 100, 50), pulse(80, 333, 333))).toEqual([])
  })
  it('tells what it costs a motor to run at a servo’s rate', () => {
    const plan = tiny({
      pads: { A: functions('t1'), B: functions('t1') },
      devices: {
        servo: { needs: { x: pulse(40, 60, 50) } },
        esc: { motors: { count: 1, continuous: 10, peak: 12 }, needs: { y: pulse(50, 490, 400) } },
      },
      at: { 'servo/x': 'pad:A', 'esc/y': { place: 'pad:B', rate: 50 } },
    })
    expect(findingsOf(plan, 'PAD-03')).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Esc (Y): runs as PWM at 50 Hz, the rate of its timer, instead of 400 Hz: the motor is told its throttle 8 times less often',
      },
    ])
  })
  it('speaks of unlike rates', () => {
    expect(facts(pulse(50, 50), pulse(400, 400))).toEqual([
      'Timer t1 drives pad A for A (X), PWM at 50 Hz, and pad B for B (Y), PWM at 400 Hz',
    ])
  })
  it('speaks of unlike protocols', () => {
    expect(facts(pulse(50, 50), { kind: 'led-data' })).toEqual([
      'Timer t1 drives pad A for A (X), PWM at 50 Hz, and pad B for B (Y), LED data at 800 kHz',
    ])
  })
  it('speaks of a rate that was chosen by hand and is out of range', () => {
    expect(facts(pulse(50, 60), pulse(400, 400), { timers: ['t1', 't2'], rate: 400 })).toEqual([
      'A (X): is to run at 400 Hz; it takes 50 to 60 Hz',
    ])
  })
})
