/** Checksums of serial protocols. Each takes the bytes it covers and returns a whole number. */

function crc8(polynomial: number, bytes: Iterable<number>, start = 0): number {
  let crc = start
  for (const byte of bytes) {
    crc ^= byte
    for (let bit = 0; bit < 8; bit += 1) crc = crc & 0x80 ? ((crc << 1) ^ polynomial) & 0xff : crc << 1
  }
  return crc
}

/** CRC-8, polynomial 0xD5, initial value 0, not reflected: "123456789" gives 0xBC. */
export const crc8d5 = (bytes: Iterable<number>) => crc8(0xd5, bytes)

/** CRC-8, polynomial 0x07, initial value 0, not reflected: "123456789" gives 0xF4. */
export const crc8p07 = (bytes: Iterable<number>) => crc8(0x07, bytes)

/** CRC-16, polynomial 0x1021 reflected, initial value 0xFFFF, no final inversion: "123456789" gives 0x6F91. */
export function crc16x25(bytes: Iterable<number>): number {
  let crc = 0xffff
  for (const byte of bytes) {
    crc ^= byte
    for (let bit = 0; bit < 8; bit += 1) crc = crc & 1 ? (crc >> 1) ^ 0x8408 : crc >> 1
  }
  return crc
}

/** CRC-16, polynomial 0x1021, initial value 0xFFFF, not reflected: "123456789" gives 0x29B1. */
export function crc16ccitt(bytes: Iterable<number>): number {
  let crc = 0xffff
  for (const byte of bytes) {
    crc ^= byte << 8
    for (let bit = 0; bit < 8; bit += 1) crc = crc & 0x8000 ? ((crc << 1) ^ 0x1021) & 0xffff : crc << 1
  }
  return crc
}

/** Fletcher's sums over bytes, both modulo 256: a of the bytes, b of the sums. */
export function fletcher8(bytes: Iterable<number>): [a: number, b: number] {
  let [a, b] = [0, 0]
  for (const byte of bytes) {
    a = (a + byte) & 0xff
    b = (b + a) & 0xff
  }
  return [a, b]
}

/** Exclusive or of all bytes. */
export function xor8(bytes: Iterable<number>): number {
  let sum = 0
  for (const byte of bytes) sum ^= byte
  return sum
}

/** Sum of all bytes; the caller cuts it to its width. */
export function sum(bytes: Iterable<number>): number {
  let total = 0
  for (const byte of bytes) total += byte
  return total
}
