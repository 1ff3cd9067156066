import { figure } from '../units'
import type { Baud } from '../units'
import { aliasLimit, logBaud, logMinutes, lostShare, propellerLine, recordRate, type LogChoice } from './flight-log'

/** What a log is written to. */
export interface LogTarget {
  /** Rate of its link; none for memory on the board. */
  baud?: Baud
  /** Bytes until it is full; none where it is taken as endless. */
  storage?: number
}

export interface JudgedChoice extends LogChoice {
  records: number
  baud: Baud
  /** Share of records that do not fit. */
  lost: number
  alias: number
  minutes?: number
  /** Share of the flight that is not recorded: lost on the line, or after the storage is full. */
  missed: number
  /** The propellers' line is seen as it is. */
  seesPropellers: boolean
}

/**
 * Choices of how many loops are recorded, each judged, and the best: the densest that loses nothing and lasts
 * the flight; of none does, that which loses least.
 * @param motor rpm and blades of the propellers
 * @param flight minutes that the storage has to last
 */
export function judgeLog(
  { loop, bytes }: Omit<LogChoice, 'every'>,
  { baud, storage }: LogTarget,
  motor: { rpm: number; blades: number },
  flight: number,
): { choices: JudgedChoice[]; best: number; word: string; why: string } {
  const choices = [1, 2, 4, 8, 16].map((every): JudgedChoice => {
    const choice = { loop, bytes, every }
    const alias = aliasLimit(choice)
    const lost = baud === undefined ? 0 : lostShare(choice, baud)
    const minutes = storage === undefined ? undefined : logMinutes(choice, storage)
    return {
      ...choice,
      records: recordRate(choice),
      baud: logBaud(choice),
      lost,
      missed: Math.max(lost, minutes === undefined ? 0 : Math.max(0, 1 - minutes / flight)),
      alias,
      ...(minutes !== undefined && { minutes }),
      seesPropellers: alias > propellerLine(motor.rpm, motor.blades),
    }
  })
  const fits = ({ lost, minutes = Infinity }: JudgedChoice) => lost === 0 && minutes >= flight
  const found = choices.findIndex(fits)
  const best = found < 0 ? choices.length - 1 : found
  const { seesPropellers, alias } = choices[best]!
  const sees = seesPropellers
    ? 'the propellers are seen as they are'
    : `what is above ${figure(alias, 'Hz', 0)}, the propellers too, shows as something slower`
  return {
    choices,
    best,
    // What has a fault of its own is not the best there could be, only of these.
    word: found < 0 ? 'loses least' : seesPropellers ? 'best' : 'loses nothing',
    why: `${found < 0 ? 'none fits; this loses least' : 'the densest that loses nothing and lasts the flight'}; ${sees}`,
  }
}
