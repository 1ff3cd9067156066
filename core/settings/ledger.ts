import type { Board, SerialPort } from '../catalogue'
import { formatBaud } from '../units'
import type { BoardValue, SetupStep } from './board'

/** Settings of a board by their keys, as they are read back from it. */
export type BoardState = Record<string, BoardValue>

/** One setting after a write: what was intended, what was sent, what the board has now. */
export interface LedgerRow {
  key: string
  intended: BoardValue
  /** As it was sent; nothing while it was not. */
  written?: BoardValue
  /** As it was read back; nothing where the board has no such setting. */
  kept?: BoardValue
  agrees: boolean
  /** The rule that explains the difference, and what it says. */
  rule?: string
  why?: string
}

/** What a board should have in the end: of several values for one key the last. */
export function intendedState(rounds: SetupStep[][]): BoardState {
  return Object.assign({}, ...rounds.flat().map(({ sets }) => sets)) as BoardState
}

/** What is sent in each round. */
export const roundValues = (rounds: SetupStep[][]): BoardState[] =>
  rounds.map((round) => Object.assign({}, ...round.map(({ sets }) => sets)) as BoardState)

/** The port that a key is of, and what of it. */
function portOf(board: Board, key: string): { port: SerialPort; what: string } | undefined {
  const [, number, rest] = /^port\.(\d+)\.(?:.*\.)?(\w+)$/.exec(key) ?? []
  const port = board.ports.find((each) => each.number === Number(number))
  return port && rest !== undefined ? { port, what: rest } : undefined
}

/** Why a board did not keep a value, as far as its definition tells. */
function explain(board: Board, key: string, intended: BoardValue, kept: BoardState): Pick<LedgerRow, 'rule' | 'why'> {
  const at = portOf(board, key)
  if (at) {
    const { port, what } = at
    if (port.kind === 'software' && kept['software-ports'] !== true)
      return { rule: 'SER-17', why: `${port.label} is there only once software ports are on and the board has restarted` }
    if (what === 'rate' && Number(intended) > port.maxBaud)
      return { rule: 'SER-05', why: `${port.label} reaches ${formatBaud(port.maxBaud)}` }
    if (what === 'halfDuplex' && intended === true && !port.halfDuplex)
      return { rule: 'SER-08', why: `${port.label} cannot talk both ways on one wire` }
    if (what === 'inverted' && intended === true) return { rule: 'SER-09', why: `${port.label} has no inverter to be switched` }
    return {}
  }
  const feature = /^feature\.(.*)$/.exec(key)?.[1]
  if (feature !== undefined) {
    const exclusion = board.exclusions.find(
      ({ features }) =>
        features.includes(feature) && features.some((other) => other !== feature && kept[`feature.${other}`] === true),
    )
    return exclusion ? { rule: 'PAD-02', why: exclusion.reason } : {}
  }
  const pin = /^pin\.(.*)\.owner$/.exec(key)?.[1]
  return pin === undefined
    ? {}
    : { rule: 'PAD-05', why: `what holds the pin has to be freed, saved and restarted before another can claim it` }
}

/** What became of a write. */
export function ledger(board: Board, intended: BoardState, written: BoardState, kept: BoardState): LedgerRow[] {
  return Object.entries(intended).map(([key, value]): LedgerRow => {
    const agrees = kept[key] === value
    return {
      key,
      intended: value,
      ...(written[key] !== undefined && { written: written[key] }),
      ...(kept[key] !== undefined && { kept: kept[key] }),
      agrees,
      ...(agrees ? {} : explain(board, key, value, kept)),
    }
  })
}
