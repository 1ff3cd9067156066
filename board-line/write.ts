import type { BoardEvent } from '#contract'
import { intendedState, ledger, roundValues, type BoardState, type LedgerRow, type SetupStep } from '#core/settings'
import { askBoard } from './answers'
import { giveUp, Line, wait, type Reaching } from './line'
import { BoardRefused, LinkLost, type BoardLink } from './link'

export interface Writing extends Reaching {
  rounds: SetupStep[][]
  tell?: (event: BoardEvent) => void
}

/** What a write came to. */
export interface Written {
  /** The board's settings as they were before anything was sent. */
  backup: BoardState
  kept: BoardState
  rows: LedgerRow[]
  /** What the board would not take, by key. */
  refused: Record<string, string>
}

/** How many settings there are, in words. */
function settingsOf(state: BoardState): string {
  const { length } = Object.keys(state)
  return `${length} setting${length === 1 ? '' : 's'}`
}

/**
 * Writes settings to a board: takes a backup, sends each round, saves, restarts, and reads back. A round is
 * sent whole again when the line is lost before its restart is through: sending a value twice changes nothing.
 * @throws WrongBoard, RestartLoop, LinkLost when it stays away, AbortError
 */
export async function writeSettings(writing: Writing): Promise<Written> {
  const { rounds, board, tell, signal } = writing
  const line = new Line(writing, (text) => tell?.({ at: 'again', text }))
  const written: BoardState = {}
  const refused: Record<string, string> = {}
  try {
    const backup = await line.whole((talk) => talk.state())
    tell?.({ at: 'backup', text: `${settingsOf(backup)} kept`, backup })
    for (const [at, values] of roundValues(rounds).entries()) {
      await line.whole(async (talk) => {
        for (const [key, value] of Object.entries(values)) {
          signal?.throwIfAborted()
          try {
            await talk.put(key, value)
            written[key] = value
            tell?.({ at: 'set', text: `${key} ${value}` })
          } catch (error) {
            if (!(error instanceof BoardRefused)) throw error
            refused[key] = error.message
          }
        }
        await talk.keep()
        tell?.({ at: 'save', text: `round ${at + 1}` })
        await talk.restart()
      })
      // The board drops the line as it restarts.
      line.close()
      tell?.({ at: 'restart', text: `round ${at + 1}` })
    }
    const kept = await line.whole((talk) => talk.state())
    tell?.({ at: 'read', text: settingsOf(kept) })
    return { backup, kept, rows: ledger(board, intendedState(rounds), written, kept), refused }
  } finally {
    line.close()
  }
}

/** What a board has now. @throws WrongBoard, RestartLoop, LinkLost */
export async function readSettings(reaching: Reaching): Promise<BoardState> {
  const line = new Line(reaching)
  try {
    return await line.whole((talk) => talk.state())
  } finally {
    line.close()
  }
}

/** Puts a backup back, and gives what the board has then. @throws WrongBoard, RestartLoop, LinkLost, BoardRefused */
export async function restoreSettings(reaching: Reaching, backup: BoardState): Promise<BoardState> {
  const line = new Line(reaching)
  try {
    // A board that takes settings one by one wants them anew after the restart that brings ports into being.
    for (let turn = 0; turn < 3; turn += 1) {
      await line.whole(async (talk) => {
        await talk.replace(backup)
        await talk.restart()
      })
      line.close()
      const kept = await line.whole((talk) => talk.state())
      if (turn === 2 || Object.entries(backup).every(([key, value]) => kept[key] === value)) return kept
    }
    throw new Error('not reached')
  } finally {
    line.close()
  }
}

/** Catches a board between one start and the next. @throws LinkLost when it stays away */
async function caught({ open, signal, again: { times, pause } = { times: 40, pause: 100 } }: Reaching): Promise<BoardLink> {
  const since = Date.now()
  for (let lost = 0; ; lost += 1) {
    signal?.throwIfAborted()
    const link = await open().catch((error: unknown) => error as Error)
    try {
      if (link instanceof Error) throw link
      await askBoard(link, 'rescue')
      return link
    } catch (error) {
      if (!(link instanceof Error)) link.close()
      if (!(error instanceof LinkLost) || lost >= times || Date.now() - since > giveUp) throw error
      await wait(pause)
    }
  }
}

/**
 * Brings a board back that restarts without end: holds it in its rescue program, erases what it has, and puts
 * a backup back where there is one. On a real board the first is a button held while power comes on.
 * @returns what the board has then
 * @throws LinkLost, WrongBoard, BoardRefused
 */
export async function rescueBoard(
  { tell, ...reaching }: Reaching & Pick<Writing, 'tell'>,
  backup?: BoardState,
): Promise<BoardState> {
  const link = await caught(reaching)
  tell?.({ at: 'rescue', text: 'held in its rescue program' })
  try {
    await askBoard(link, 'erase')
  } finally {
    link.close()
  }
  tell?.({ at: 'erase', text: 'erased: it starts as it was made' })
  if (!backup) return readSettings(reaching)
  const kept = await restoreSettings(reaching, backup)
  tell?.({ at: 'restore', text: `${settingsOf(backup)} put back` })
  return kept
}
