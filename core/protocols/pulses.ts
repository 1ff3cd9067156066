/** Signals without bytes: pulses whose widths and distances carry the values. Times are in µs. */
import { figure } from '../units'
import { whole } from './codec'

/** A change of level. */
export interface Edge {
  at: number
  level: 0 | 1
}

/** One frame of a pulse train: rising edges as far apart as the widths of the channels say, then a gap. */
export const pulseTrain = { mark: 300, frame: 22_500, gap: 4000 } as const

/**
 * @param widths of up to 8 channels, 1000–2000 µs or somewhat beyond
 * @param from when the frame begins
 * @throws RangeError when the gap behind the channels is shorter than 4 ms
 */
export function encodePulseTrain(widths: readonly number[], from = 0): Edge[] {
  const ends = widths.reduce<number[]>((times, width) => [...times, times.at(-1)! + width], [from])
  if (from + pulseTrain.frame - ends.at(-1)! < pulseTrain.gap) throw new RangeError('the channels leave no gap of 4 ms')
  return ends.flatMap((at): Edge[] => [
    { at, level: 1 },
    { at: at + pulseTrain.mark, level: 0 },
  ])
}

/** Channels of each whole frame: what lies between rising edges from one gap to the next. */
export function pulseTrainDecoder() {
  let last: number | undefined
  let widths: number[] | undefined
  return {
    push(edges: readonly Edge[]): number[][] {
      const frames: number[][] = []
      for (const { at, level } of edges) {
        if (level !== 1) continue
        const width = last === undefined ? undefined : at - last
        last = at
        if (width === undefined) continue
        if (width >= pulseTrain.gap) {
          if (widths?.length) frames.push(widths)
          widths = []
        } else if (width < 700 || width > 2300) widths = undefined
        else widths?.push(width)
      }
      return frames
    },
  }
}

/** Pulses of a servo output. @param width µs @param rate pulses a second */
export function encodeServo(width: number, rate: number, count = 1, from = 0): Edge[] {
  const period = 1e6 / rate
  if (!(width > 0) || width >= period) throw new RangeError(`a pulse of ${figure(width, 'µs')} does not fit ${rate} a second`)
  return Array.from({ length: count }, (_, at): Edge[] => [
    { at: from + at * period, level: 1 },
    { at: from + at * period + width, level: 0 },
  ]).flat()
}

/** Widths of the pulses that are whole. */
export function servoDecoder() {
  let rose: number | undefined
  return {
    push(edges: readonly Edge[]): number[] {
      const widths: number[] = []
      for (const { at, level } of edges) {
        if (level === 1) rose = at
        else if (rose !== undefined) {
          widths.push(at - rose)
          rose = undefined
        }
      }
      return widths
    },
  }
}

/** How long ones and zeros are high, as shares of a bit, and bits a second. */
interface BitCode {
  rate: number
  zero: number
  one: number
}

/** Bits as pulses: a long one is 1. */
function encodeBits(bits: readonly (0 | 1)[], { rate, zero, one }: BitCode, from: number): Edge[] {
  const period = 1e6 / rate
  return bits.flatMap((bit, at): Edge[] => [
    { at: from + at * period, level: 1 },
    { at: from + (at + (bit ? one : zero)) * period, level: 0 },
  ])
}

function decodeBits(edges: readonly Edge[], { rate, zero, one }: BitCode): (0 | 1)[] {
  const limit = ((zero + one) / 2) * (1e6 / rate)
  return servoDecoder()
    .push(edges)
    .map((width) => (width > limit ? 1 : 0))
}

/** A digital throttle: value from 0 to 2047, and whether telemetry is asked for. */
export interface Throttle {
  value: number
  telemetry: boolean
}

const burstCheck = (word: number) => (word ^ (word >> 4) ^ (word >> 8)) & 0xf

/** The 16 bits of a throttle burst: 11 of the value, one that asks for telemetry, 4 that check the others. */
export function encodeThrottle({ value, telemetry }: Throttle): number {
  const word = (whole('value', value, 0, 2047) << 1) | Number(telemetry)
  return (word << 4) | burstCheck(word)
}

/** @returns nothing when the check does not hold */
export function decodeThrottle(bits: number): Throttle | undefined {
  const word = bits >> 4
  return burstCheck(word) === (bits & 0xf) ? { value: word >> 1, telemetry: Boolean(word & 1) } : undefined
}

const burstCode = (rate: number): BitCode => ({ rate, zero: 0.374, one: 0.749 })

/** @param rate bits a second: 300 000 or 600 000 */
export function encodeThrottleBurst(throttle: Throttle, rate: number, from = 0): Edge[] {
  const word = encodeThrottle(throttle)
  return encodeBits(
    Array.from({ length: 16 }, (_, at) => ((word >> (15 - at)) & 1) as 0 | 1),
    burstCode(rate),
    from,
  )
}

/** @param edges of one burst */
export function decodeThrottleBurst(edges: readonly Edge[], rate: number): Throttle | undefined {
  const bits = decodeBits(edges, burstCode(rate))
  return bits.length === 16 ? decodeThrottle(bits.reduce<number>((word, bit) => (word << 1) | bit, 0)) : undefined
}

/** Share of its supply that an addressable light reads as high (its data sheets: 0.7 × VDD). */
export const lightHighShare = 0.7

/** Data of addressable lights: 800 000 bits a second, high for 0.4 or 0.8 of 1.25 µs, then 280 µs low. */
const lightCode: BitCode = { rate: 800_000, zero: 0.4 / 1.25, one: 0.8 / 1.25 }
export const lightReset = 280

export interface Light {
  red: number
  green: number
  blue: number
}

export function encodeLights(lights: readonly Light[], from = 0): Edge[] {
  const bytes = lights.flatMap(({ red, green, blue }) => [green, red, blue].map((byte) => whole('colour', byte, 0, 255)))
  return encodeBits(
    bytes.flatMap((byte) => Array.from({ length: 8 }, (_, at) => ((byte >> (7 - at)) & 1) as 0 | 1)),
    lightCode,
    from,
  )
}

/** Lights of one frame; bits that make no whole light are left out. */
export function decodeLights(edges: readonly Edge[]): Light[] {
  const bits = decodeBits(edges, lightCode)
  const byte = (at: number) => bits.slice(at, at + 8).reduce<number>((value, bit) => (value << 1) | bit, 0)
  return Array.from({ length: Math.floor(bits.length / 24) }, (_, at) => ({
    green: byte(24 * at),
    red: byte(24 * at + 8),
    blue: byte(24 * at + 16),
  }))
}

/** Time of a frame for so many lights, with the reset behind it: 60 take 2.08 ms. */
export const lightFrameTime = (lights: number) => (lights * 24 * 1e6) / lightCode.rate + lightReset

/** What pulses on a line are, and what they carry. Widths in µs. */
export type PulseReading =
  | { kind: 'throttle'; rate: number; throttle: Throttle }
  | { kind: 'lights'; lights: Light[] }
  | { kind: 'train'; widths: number[] }
  | { kind: 'servo'; widths: number[] }

/** Rates of throttle bursts, bits a second. */
export const burstRates = [300_000, 600_000] as const
/** Widths that a servo takes for a pulse of its own, µs. */
const servoWidths = { least: 500, most: 2500 }

/** What pulses may be, told by their widths and distances alone; nothing where none of the known ones fits. */
export function recognisePulses(edges: readonly Edge[]): PulseReading | undefined {
  const highs = servoDecoder().push(edges)
  if (!highs.length) return undefined
  for (const rate of burstRates) {
    const ones = highs.map((width) => (width * rate) / 1e6)
    const throttle = ones.every((share) => share > 0.3 && share < 0.8) && decodeThrottleBurst(edges, rate)
    if (throttle) return { kind: 'throttle', rate, throttle }
  }
  if (highs.every((width) => width < 1)) {
    const lights = decodeLights(edges)
    if (lights.length) return { kind: 'lights', lights }
  }
  if (highs.every((width) => width < servoWidths.least)) {
    const [widths] = pulseTrainDecoder().push(edges)
    if (widths) return { kind: 'train', widths }
  }
  const servo = highs.every((width) => width >= servoWidths.least && width <= servoWidths.most)
  return servo ? { kind: 'servo', widths: highs } : undefined
}
