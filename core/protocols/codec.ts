import type { CharacterFormat } from '../catalogue'
import type { Baud } from '../units'

/** What a protocol puts on the line. */
export interface Line {
  /** Rates that are usual, the commonest first. */
  bauds: readonly Baud[]
  format: CharacterFormat
  inverted: boolean
  halfDuplex: boolean
}

/** What a decoder makes of the bytes that come in. `at` counts bytes from the first that it was given. */
export type Found<M> =
  { kind: 'message'; message: M; at: number; length: number } | { kind: 'refused'; why: string; at: number; length: number }

/** Takes bytes as they come, in pieces of any size, and says what they were once it is known. */
export interface Decoder<M> {
  push(bytes: Uint8Array): Found<M>[]
}

/** How messages become bytes, and how bytes become messages again. */
export interface Codec<M> {
  /** @throws RangeError when a value does not fit the message */
  encode(message: M): Uint8Array
  decoder(): Decoder<M>
}

/** Whose message it is, seen from the board. */
export type Direction = 'to-device' | 'from-device'

/** A message that a protocol usually carries, with an example of it as it goes over the line. */
export interface UsualMessage<M> {
  name: string
  direction: Direction
  /** So many a second are usual. */
  rate: number
  example: M
  /** The bytes of the example, in hexadecimal: a vector that the codec is checked by. */
  bytes: string
  /** Nothing but its ends tells a frame, so that one with a wrong bit passes. */
  unchecked?: true
}

/** Control channels that a protocol carries from the receiver to the board. */
export interface Carriage {
  /** Whole channels. */
  channels: number
  /** Numbers of further ones that are on or off and nothing between. */
  onOff: readonly number[]
  /** A pulse in µs as it arrives. */
  rounded: (width: number) => number
}

/** A wire protocol that the product speaks: all that is known of it in one place. */
export interface Protocol<M> extends Codec<M> {
  name: string
  line: Line
  messages: readonly [UsualMessage<M>, ...UsualMessage<M>[]]
  /** Of a protocol for control receivers: what it carries; nothing where it carries no channels. */
  carries: Carriage | undefined
  /** What its messages tell of the craft, whoever sends them. */
  tells?: readonly 'current'[]
  /** A decoder for one end, where what is said by one may be heard wrongly as said by the other. */
  decoderAt?: (heard: Direction) => Decoder<M>
}

/** How frames of a protocol are told apart in a stream. */
export interface Framing<M> {
  /**
   * Whether a frame may begin at the first of these bytes, which are never none.
   * @returns its whole length; 0 when none begins here; nothing when more bytes are needed to tell
   */
  measure(bytes: Uint8Array): number | undefined
  /** What is wrong with a whole frame. */
  refuse(frame: Uint8Array): string | undefined
  read(frame: Uint8Array): M
}

/**
 * A decoder that looks for frames byte by byte. After a frame that is refused it looks again from
 * the next byte on, so that nothing hides a sound frame behind it; bytes in which no frame begins are left out unsaid.
 */
export function frameDecoder<M>({ measure, refuse, read }: Framing<M>): Decoder<M> {
  let rest = new Uint8Array(0)
  let passed = 0
  return {
    push(bytes) {
      const all = new Uint8Array(rest.length + bytes.length)
      all.set(rest)
      all.set(bytes, rest.length)
      const found: Found<M>[] = []
      let at = 0
      while (at < all.length) {
        const view = all.subarray(at)
        const length = measure(view)
        if (length === undefined || length > view.length) break
        if (length === 0) {
          at += 1
          continue
        }
        const frame = view.subarray(0, length)
        const why = refuse(frame)
        if (why === undefined) found.push({ kind: 'message', message: read(frame), at: passed + at, length })
        else found.push({ kind: 'refused', why, at: passed + at, length })
        at += why === undefined ? length : 1
      }
      rest = all.slice(at)
      passed += at
      return found
    },
  }
}

/** @throws RangeError when a value is no whole number from `low` to `high` */
export function whole(what: string, value: number, low: number, high: number): number {
  if (!Number.isInteger(value) || value < low || value > high)
    throw new RangeError(`${what}: ${value} is no whole number from ${low} to ${high}`)
  return value
}

/** Bytes as text of two hexadecimal digits each. */
export const toHex = (bytes: Iterable<number>) => Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join(' ')
