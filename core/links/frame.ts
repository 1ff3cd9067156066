import type { Frame, Message, SerialPort } from '../catalogue'
import type { Baud } from '../units'

/** Bits of one character on the line: start, data, parity and stop bits. 8N1 has 10, 8E2 has 12. */
export function frameBits(frame: Frame): number {
  const [data, parity, stop] = frame
  return 1 + Number(data) + (parity === 'N' ? 0 : 1) + Number(stop)
}

/**
 * Share of a line's capacity that messages take in one direction:
 * Σ(bytes × rate) × frame bits / baud. 1 is full.
 */
export function utilisation(messages: Message[], direction: Message['direction'], frame: Frame, baud: Baud): number {
  const bytes = messages.reduce((sum, message) => (message.direction === direction ? sum + message.bytes * message.rate : sum), 0)
  return (bytes * frameBits(frame)) / baud
}

/** Utilisation of the fuller direction; on one wire both directions add up. */
export function linkLoad(messages: Message[], frame: Frame, baud: Baud, halfDuplex: boolean): number {
  const there = utilisation(messages, 'to-device', frame, baud)
  const back = utilisation(messages, 'from-device', frame, baud)
  return halfDuplex ? there + back : Math.max(there, back)
}

/**
 * The rate a port really makes: clock / round(clock / baud), the divider being
 * fractional in steps of 1/16 at 16-fold oversampling. Ports without a clock are
 * taken as exact.
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
 * right by a receiver that resynchronises on the start edge to within 1/16 bit
 * and samples in the middle: (0.5 − 1/16) / (frame bits − 0.5).
 */
export function baudTolerance(frame: Frame): number {
  return (0.5 - 1 / 16) / (frameBits(frame) - 0.5)
}
