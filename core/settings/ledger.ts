import type { Board } from '../catalogue'
import { dropReason, type Reason } from './drops'
import type { BoardState, BoardValue, SetupStep } from './step'

/** One setting after a write: what was intended, what was sent, what the board has now. */
export interface LedgerRow extends Partial<Reason> {
  key: string
  intended: BoardValue
  /** As it was sent; nothing while it was not. */
  written?: BoardValue
  /** As it was read back; nothing where the board has no such setting. */
  kept?: BoardValue
  agrees: boolean
}

/** What a board should have in the end: of several values for one key the last. */
export function intendedState(rounds: SetupStep[][]): BoardState {
  return Object.assign({}, ...rounds.flat().map(({ sets }) => sets)) as BoardState
}

/** What is sent in each round. */
export const roundValues = (rounds: SetupStep[][]): BoardState[] =>
  rounds.map((round) => Object.assign({}, ...round.map(({ sets }) => sets)) as BoardState)

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
      ...(agrees ? {} : dropReason(board, key, value, kept)),
    }
  })
}
