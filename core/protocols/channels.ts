import { whole } from './codec'

/** Channels of one frame: 16, each of 11 bits. */
export const channelCount = 16

/**
 * 16 channels packed into 22 bytes, 11 bits each, the least significant bit first.
 * @throws RangeError unless there are 16 whole numbers from 0 to 2047
 */
export function packChannels(channels: readonly number[]): Uint8Array {
  whole('number of channels', channels.length, channelCount, channelCount)
  const bytes = new Uint8Array(22)
  channels.forEach((value, index) => {
    whole(`channel ${index + 1}`, value, 0, 2047)
    for (let bit = 0; bit < 11; bit += 1) {
      const at = index * 11 + bit
      if ((value >> bit) & 1) bytes[at >> 3]! |= 1 << (at & 7)
    }
  })
  return bytes
}

/** @param bytes 22 of them */
export function unpackChannels(bytes: Uint8Array): number[] {
  return Array.from({ length: channelCount }, (_, index) => {
    let value = 0
    for (let bit = 0; bit < 11; bit += 1) {
      const at = index * 11 + bit
      value |= ((bytes[at >> 3]! >> (at & 7)) & 1) << bit
    }
    return value
  })
}

/** Microseconds that a count stands for: 992 is 1500 µs, 172 and 1811 are 987.5 and 2011.9 µs. */
export const countToMicroseconds = (count: number) => 1500 + ((count - 992) * 5) / 8

/** The count for a width in µs, rounded. */
export const microsecondsToCount = (width: number) => Math.round(992 + ((width - 1500) * 8) / 5)

/** A pulse as 11 bits carry it: in steps of 5/8 µs. */
export const asCount = (width: number) => countToMicroseconds(Math.min(2047, Math.max(0, microsecondsToCount(width))))
