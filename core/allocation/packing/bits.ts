/** A set of small whole numbers as a bit field. */
export type Bits = Uint32Array

/** An empty set able to hold 0 … size − 1. */
export function emptyBits(size: number): Bits {
  return new Uint32Array((size + 31) >>> 5)
}

export function hasBit(bits: Bits, at: number): boolean {
  return (bits[at >>> 5]! & (1 << (at & 31))) !== 0
}

export function addBit(bits: Bits, at: number): void {
  bits[at >>> 5]! |= 1 << (at & 31)
}

export function dropBit(bits: Bits, at: number): void {
  bits[at >>> 5]! &= ~(1 << (at & 31))
}

export function dropAll(bits: Bits, less: Bits): void {
  for (let word = 0; word < bits.length; word += 1) bits[word]! &= ~less[word]!
}

/** Whether two sets have something in common. */
export function meets(one: Bits, other: Bits): boolean {
  for (let word = 0; word < one.length; word += 1) if (one[word]! & other[word]!) return true
  return false
}
