import type { Board } from '#core/catalogue'
import { intendedState, ledger, roundValues, type BoardState, type LedgerRow, type SetupStep } from '#core/settings'
import { BoardRefused, LinkLost, type BoardLink } from './link'

/** What happened on the way, in words. */
export type Journal = (event: { at: 'backup' | 'set' | 'save' | 'restart' | 'again' | 'read'; text: string }) => void

export interface Writing {
  /** Opens a line anew. @throws LinkLost */
  open: () => Promise<BoardLink>
  board: Board
  rounds: SetupStep[][]
  tell?: Journal
  /** Stops between two requests. */
  signal?: AbortSignal
  /** How often a lost line is taken up again in a row, and milliseconds between. */
  again?: { times: number; pause: number }
}

/** The board at the other end is not the one of the plan. */
export class WrongBoard extends Error {}

/** What a write came to. */
export interface Written {
  /** The board's settings as they were before anything was sent. */
  backup: BoardState
  rows: LedgerRow[]
  /** What the board would not take, by key. */
  refused: Record<string, string>
}

const wait = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

/** A line that is opened anew when it is lost. */
class Line {
  private link?: BoardLink

  constructor(private readonly writing: Writing) {}

  /** Does something over the line, from its beginning again whenever the line is lost on the way. @throws LinkLost, WrongBoard */
  async whole<T>(work: (link: BoardLink) => Promise<T>): Promise<T> {
    const { again: { times, pause } = { times: 40, pause: 100 }, signal, tell } = this.writing
    for (let lost = 0; ; lost += 1) {
      signal?.throwIfAborted()
      try {
        return await work((this.link ??= await this.greeted()))
      } catch (error) {
        this.close()
        if (!(error instanceof LinkLost) || lost >= times) throw error
        tell?.({ at: 'again', text: error.message })
        await wait(pause)
      }
    }
  }

  close(): void {
    this.link?.close()
    this.link = undefined
  }

  private async greeted(): Promise<BoardLink> {
    const link = await this.writing.open()
    const { board, name } = (await link.call('hello')) as { board: string; name: string }
    if (board === this.writing.board.id) return link
    link.close()
    throw new WrongBoard(`this is ${name}, the plan is for ${this.writing.board.name}`)
  }
}

/**
 * Writes settings to a board: takes a backup, sends each round, saves, restarts, and reads back. A round is
 * sent whole again when the line is lost before its restart is through: sending a value twice changes nothing.
 * @throws WrongBoard, LinkLost when it stays away, AbortError
 */
export async function writeSettings(writing: Writing): Promise<Written> {
  const { rounds, board, tell, signal } = writing
  const line = new Line(writing)
  const written: BoardState = {}
  const refused: Record<string, string> = {}
  try {
    const backup = (await line.whole((link) => link.call('dump'))) as BoardState
    tell?.({ at: 'backup', text: `${Object.keys(backup).length} settings kept` })
    for (const [at, values] of roundValues(rounds).entries()) {
      await line.whole(async (link) => {
        for (const [key, value] of Object.entries(values)) {
          signal?.throwIfAborted()
          try {
            await link.call('set', { key, value })
            written[key] = value
            tell?.({ at: 'set', text: `${key} ${value}` })
          } catch (error) {
            if (!(error instanceof BoardRefused)) throw error
            refused[key] = error.message
          }
        }
        await link.call('save')
        tell?.({ at: 'save', text: `round ${at + 1}` })
        await link.call('restart')
      })
      // The board drops the line as it restarts.
      line.close()
      tell?.({ at: 'restart', text: `round ${at + 1}` })
    }
    const kept = (await line.whole((link) => link.call('dump'))) as BoardState
    tell?.({ at: 'read', text: `${Object.keys(kept).length} settings` })
    return { backup, rows: ledger(board, intendedState(rounds), written, kept), refused }
  } finally {
    line.close()
  }
}

/** What a board has now. @throws WrongBoard, LinkLost */
export async function readSettings(writing: Omit<Writing, 'rounds'>): Promise<BoardState> {
  const line = new Line({ ...writing, rounds: [] })
  try {
    return (await line.whole((link) => link.call('dump'))) as BoardState
  } finally {
    line.close()
  }
}
