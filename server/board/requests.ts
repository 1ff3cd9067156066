import { figure } from '#core/units'
import type { H3Event } from 'h3'
import type { BoardEvent } from '#contract'
import { bodyOf } from '../security/body'
import { leaving, refusal } from '../security/refusals'
import { RestartLoop } from '../../board-line/line'
import { BoardTrouble, openTcpLink } from '../../board-line/link'
import { workPool } from '../work/pool'

/** Milliseconds after which work at a board is given up, whatever it answers. */
const longest = 180_000

/** The routes that ask a board about a plan. */
type BoardRoute = `POST /api/board/${'read' | 'write' | 'restore' | 'rescue'}`

/** The plan that a request is about, with what is to be set, how its board is reached, and the backup it brings. */
export async function readBoardRequest(event: H3Event, route: BoardRoute) {
  const { plan, port, backup } = await bodyOf(event, route)
  const gone = leaving(event)
  const { board, rounds } = await workPool().run('boardAsked', plan, { leaving: gone })
  const signal = AbortSignal.any([gone, AbortSignal.timeout(longest)])
  return { reaching: { board, open: () => openTcpLink(port), signal }, rounds, backup }
}

const tooLong = `the board was not done within ${figure(longest / 60_000, 'min')}`
const isTooLong = (error: unknown) => error instanceof DOMException && error.name === 'TimeoutError'

/** What a board says, with a refusal in words where it is away, another one, or unwilling. */
export async function saidByBoard<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof BoardTrouble) throw refusal(422, error.message)
    if (isTooLong(error)) throw refusal(422, tooLong)
    throw error
  }
}

/**
 * Work at a board as it goes on, one line of JSON after another: each event, then what it came to or why it
 * failed; `loops` where the board restarts without end.
 */
export function toldLineByLine<T>(event: H3Event, work: (tell: (event: BoardEvent) => void) => Promise<T>): ReadableStream {
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  let gone = false
  return new ReadableStream({
    async start(out) {
      // Whoever asked may have gone.
      const say = (line: object) => !gone && out.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`))
      try {
        say({ done: await work((happened) => say({ event: happened })) })
      } catch (error) {
        const known = error instanceof BoardTrouble
        if (!known && !(error instanceof DOMException)) console.error(error)
        const message = known ? error.message : isTooLong(error) ? tooLong : 'a fault of the program; the server’s log has it'
        say({ failed: { message, loops: error instanceof RestartLoop } })
      }
      if (!gone) out.close()
    },
    cancel: () => void (gone = true),
  })
}
