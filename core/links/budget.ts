import type { Message } from '../catalogue'
import { redrawBytes } from '../protocols'
import type { Baud, Hertz } from '../units'
import { baudError, baudTolerance, characterBits, messagesUnder, utilisation } from './format'
import type { SerialLink } from './values'

/** Above this share of a line there is no head room for bursts. */
export const headRoom = 0.7

/** What one direction of a link carries. */
export interface DirectionBudget {
  messages: Message[]
  /** Bytes a second. */
  bytes: number
  /** Share of the line, 1 is full. */
  load: number
  /** Bytes a second that still fit below the head room; below 0 they are too many. */
  spare: number
}

/** What a link carries, and how well its ends keep time. */
export interface LinkBudget {
  toDevice: DirectionBudget
  fromDevice: DirectionBudget
  /** Rate that the board really makes, as a share off; 0.01 is one per cent too fast. */
  error: number
  /** Greatest error of both ends together at which the last bit is read right. */
  tolerance: number
  /** Seconds from the first bit of a request to the last of its reply, where it asks and answers. */
  latency?: number
  /** Share of the processor that a software port takes with each bit timed by hand. */
  processor?: number
}

/** Processor time a bit of a software port takes, in seconds: an interrupt of about 1 µs at each end and middle of it. */
const timePerBit = 2e-6

/** The budget of a link in both directions, as its board's end is set. */
export function linkBudget({ need: { need }, board, port, option }: SerialLink): LinkBudget {
  const { baud, format, halfDuplex } = board
  const bits = characterBits(format)
  const direction = (which: Message['direction']): DirectionBudget => {
    const messages = messagesUnder(need.messages, option.protocol).filter((message) => message.direction === which)
    const bytes = messages.reduce((sum, message) => sum + message.bytes * message.rate, 0)
    const load = utilisation(messages, which, format, baud)
    return { messages, bytes, load, spare: (headRoom * baud) / bits - bytes }
  }
  const [toDevice, fromDevice] = [direction('to-device'), direction('from-device')]
  const longest = (messages: Message[]) => Math.max(0, ...messages.map(({ bytes }) => bytes))
  const asks = toDevice.messages.length > 0 && fromDevice.messages.length > 0
  const load = halfDuplex ? toDevice.load + fromDevice.load : Math.max(toDevice.load, fromDevice.load)
  return {
    toDevice,
    fromDevice,
    error: baudError(port, baud),
    tolerance: baudTolerance(format, port.oversampling),
    ...(asks && { latency: ((longest(toDevice.messages) + longest(fromDevice.messages)) * bits) / baud }),
    ...(port.kind === 'software' && { processor: load * baud * timePerBit }),
  }
}

/** Character grids of displays, columns × rows: analogue pictures, then digital ones. */
export const characterGrids = [
  { name: 'PAL', columns: 30, rows: 16 },
  { name: 'NTSC', columns: 30, rows: 13 },
  { name: 'digital 4:3', columns: 30, rows: 16 },
  { name: 'HD', columns: 50, rows: 18 },
  { name: 'HD', columns: 53, rows: 20 },
  { name: 'HD', columns: 60, rows: 22 },
] as const

/** How often a second a whole character screen can be drawn anew over a line of 8N1. */
export const redrawsPerSecond = (columns: number, rows: number, baud: Baud): Hertz => baud / 10 / redrawBytes(columns, rows)
