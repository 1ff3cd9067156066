import type { Board } from '#core/catalogue'
import { BoardTrouble, LinkLost, NoBoard, type BoardLink } from './link'
import { greet, type BoardTalk } from './talk'

/** What a board is reached by, and how patiently. */
export interface Reaching {
  /** Opens a line anew. @throws LinkLost */
  open: () => Promise<BoardLink>
  board: Board
  /** Stops between two requests. */
  signal?: AbortSignal
  /** How often a lost line is taken up again in a row, and milliseconds between. */
  again?: { times: number; pause: number }
}

/** The board takes up the line and drops it at once, again and again. */
export class RestartLoop extends BoardTrouble {}

/** Milliseconds for which a line that is lost is taken up again. */
export const giveUp = 20_000
/** So often in a row a board may drop the line before it has said who it is. */
const dropsBorne = 8

export const wait = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

/** A line that is opened anew when it is lost. */
export class Line {
  private link?: BoardLink
  private talk?: BoardTalk
  private dropped = 0
  /** The board has been heard. */
  private known = false

  constructor(
    private readonly reaching: Reaching,
    private readonly lost: (why: string) => void = () => undefined,
  ) {}

  /** Does something over the line, from its beginning again whenever the line is lost on the way. @throws LinkLost, RestartLoop, WrongBoard */
  async whole<T>(work: (talk: BoardTalk) => Promise<T>): Promise<T> {
    const { again: { times, pause } = { times: 40, pause: 100 }, signal } = this.reaching
    const since = Date.now()
    for (let lost = 0; ; lost += 1) {
      signal?.throwIfAborted()
      try {
        return await work((this.talk ??= await this.greeted()))
      } catch (error) {
        this.close()
        // Once it has been heard, it may be silent for a while as it starts.
        const passing = error instanceof LinkLost || (error instanceof NoBoard && this.known)
        if (!passing || lost >= times || Date.now() - since > giveUp) throw error
        this.lost(error.message)
        await wait(pause)
      }
    }
  }

  close(): void {
    this.link?.close()
    this.link = this.talk = undefined
  }

  private async greeted(): Promise<BoardTalk> {
    this.link = stoppable(await this.reaching.open(), this.reaching.signal)
    try {
      const talk = await greet(this.link, this.reaching.board)
      this.dropped = 0
      this.known = true
      return talk
    } catch (error) {
      if (error instanceof LinkLost && (this.dropped += 1) >= dropsBorne)
        throw new RestartLoop(
          `${this.reaching.board.name} takes up the line and drops it at once, ${this.dropped} times in a row: it restarts without end${this.known ? '' : ', or something else answers at this port'}`,
        )
      throw error
    }
  }
}

/** A line over which nothing more is asked once it is stopped. */
function stoppable(link: BoardLink, signal?: AbortSignal): BoardLink {
  return {
    call: (method, params) => (signal?.aborted ? Promise.reject(signal.reason as Error) : link.call(method, params)),
    close: () => link.close(),
  }
}
