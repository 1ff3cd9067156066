import fc from 'fast-check'
import { expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import {
  decodeLights,
  decodeThrottle,
  decodeThrottleBurst,
  encodeLights,
  encodePulseTrain,
  encodeServo,
  encodeThrottle,
  encodeThrottleBurst,
  lightFrameTime,
  pulseTrain,
  pulseTrainDecoder,
  servoDecoder,
} from '.'

it('a throttle of 1046 makes the burst 0x82c6, and any one bit changed is refused', () => {
  expect(encodeThrottle({ value: 1046, telemetry: false })).toBe(0x82c6)
  expect(decodeThrottle(0x82c6)).toEqual({ value: 1046, telemetry: false })
  for (let bit = 0; bit < 16; bit += 1) expect(decodeThrottle(0x82c6 ^ (1 << bit)), `bit ${bit}`).toBeUndefined()
})

it('a burst is sixteen bits of one length, high for 0.749 of it in a one and for 0.374 in a nought', () => {
  const [rate, period] = [300_000, 1e6 / 300_000]
  const edges = encodeThrottleBurst({ value: 1046, telemetry: false }, rate)
  const highs = edges.filter(({ level }) => level).map(({ at }) => at)
  const lows = edges.filter(({ level }) => !level).map(({ at }) => at)
  const word = 0x82c6
  highs.forEach((at, bit) => {
    const fell = lows.find((low) => low > at)!
    expect(fell - at, `bit ${bit}`).toBeCloseTo(period * ((word >> (15 - bit)) & 1 ? 0.749 : 0.374), 1)
    expect(at).toBeCloseTo(bit * period, 1)
  })
  expect(highs).toHaveLength(16)
})

it('bursts come back at both rates', () => {
  const throttle = fc.record({ value: fc.integer({ min: 0, max: 2047 }), telemetry: fc.boolean() })
  fc.assert(
    fc.property(
      throttle,
      fc.constantFrom(300_000, 600_000),
      (told, rate) => void expect(decodeThrottleBurst(encodeThrottleBurst(told, rate), rate)).toEqual(told),
    ),
    { seed: seedOf(3) },
  )
})

it('channels of a pulse train come back frame by frame, from the first gap on', () => {
  const widths = [1000, 1500, 2000, 1250, 1750, 1100, 1900, 1500]
  const frames = [0, 1, 2].flatMap((turn) => encodePulseTrain(widths, turn * pulseTrain.frame))
  expect(pulseTrainDecoder().push(frames)).toEqual([widths])
  const decoder = pulseTrainDecoder()
  expect(frames.flatMap((edge) => decoder.push([edge]))).toEqual([widths])
  expect(() => encodePulseTrain(Array.from({ length: 10 }, () => 2000))).toThrow('gap')
})

it('servo pulses keep their width', () => {
  const widths = servoDecoder().push(encodeServo(1520, 50, 3))
  expect(widths).toHaveLength(3)
  for (const width of widths) expect(width).toBeCloseTo(1520, 6)
  expect(() => encodeServo(2500, 400)).toThrow('does not fit')
})

it('lights come back, and sixty take 2.08 ms', () => {
  const light = fc.record({ red: fc.nat(255), green: fc.nat(255), blue: fc.nat(255) })
  fc.assert(
    fc.property(fc.array(light, { maxLength: 20 }), (lights) => void expect(decodeLights(encodeLights(lights))).toEqual(lights)),
    { seed: seedOf(4) },
  )
  expect(lightFrameTime(60)).toBe(2080)
})
