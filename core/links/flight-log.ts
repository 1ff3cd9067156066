import type { Baud, Hertz } from '../units'

/** What a log asks of what it is written to. */
export interface LogChoice {
  /** Control loops a second. */
  loop: Hertz
  /** Of how many loops one is recorded. */
  every: number
  /** Bytes of a record. */
  bytes: number
}

/** Records a second. */
export const recordRate = ({ loop, every }: LogChoice): Hertz => loop / every

/** Bits a second on a line of 8N1, ten to a byte: 1000/s × 20 bytes = 200 kbit/s; 2000/s × 26 = 520 kbit/s. */
export const logBaud = (choice: LogChoice): Baud => recordRate(choice) * choice.bytes * 10

/** Share of the records that is lost on a line: max(0, 1 − capacity / need). */
export const lostShare = (choice: LogChoice, baud: Baud) => Math.max(0, 1 - baud / logBaud(choice))

/** What changes faster than this is recorded as something slower: half the records a second. */
export const aliasLimit = (choice: LogChoice): Hertz => recordRate(choice) / 2

/** The line that a propeller draws into the vibration: rpm / 60 × blades. */
export const propellerLine = (rpm: number, blades: number): Hertz => (rpm / 60) * blades

/** Minutes until a storage is full: bytes / (records a second × bytes each). 16 MiB at 2000/s × 26 bytes last 5.38 min. */
export const logMinutes = (choice: LogChoice, storage: number) => storage / (recordRate(choice) * choice.bytes) / 60
