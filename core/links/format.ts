import type { CharacterFormat, Message, SerialPort } from '../catalogue'
import type { Baud } from '../units'

/** Bits of one character on the line: start, data, parity and stop bits. 8N1 has 10, 8E2 has 12. */
export function characterBits(format: CharacterFormat): number {
  const [data, parity, stop] = format
  return 1 + Number(data) + (parity === 'N' ? 0 : 1) + Number(stop)
}

/** Messages that are sent where a protocol is spoken. */
export const messagesUnder = (messages: Message[], spoken: string) =>
  messages.filter(({ protocol }) => protocol === undefined || protocol === spoken)

/**
 * Share of a line's capacity that messages take in one direction:
 * Σ(bytes × rate) × bits of a character / baud. 1 is full.
 */
export function utilisation(messages: Message[], direction: Message['direction'], format: CharacterFormat, baud: Baud): number {
  const bytes = messages.reduce((sum, message) => (message.direction === direction ? sum + message.bytes * message.rate : sum), 0)
  return (bytes * characterBits(format)) / baud
}

/** Utilisation of the fuller direction; on one wire both directions add up. */
export function linkLoad(messages: Message[], format: CharacterFormat, baud: Baud, halfDuplex: boolean): number {
  const there = utilisation(messages, 'to-device', format, baud)
  const back = utilisation(messages, 'from-device', format, baud)
  return halfDuplex ? there + back : Math.max(there, back)
}

/**
 * The rate a port really makes: clock / round(clock / baud). The divider is
 * fractional in steps of one sample, so this holds at 8 and at 16 samples a bit.
 * Ports without a clock are taken as exact.
 */
export function achievableBaud(port: Pick<SerialPort, 'clock'>, baud: Baud): Baud {
  if (!port.clock) return baud
  return port.clock / Math.max(1, Math.round(port.clock / baud))
}

/** Relative error of the achievable rate; 0.01 is one per cent too fast. */
export function baudError(port: Pick<SerialPort, 'clock'>, baud: Baud): number {
  return achievableBaud(port, baud) / baud - 1
}

/**
 * Greatest total error of both ends at which the last bit of a character is read
 * right by a receiver that resynchronises on the start edge to within one of its
 * samples and reads each bit in the middle: (0.5 − 1/samples) / (bits − 0.5).
 * @param oversampling samples a bit: 16, or 8 for high rates
 */
export function baudTolerance(format: CharacterFormat, oversampling: 8 | 16): number {
  return (0.5 - 1 / oversampling) / (characterBits(format) - 0.5)
}
