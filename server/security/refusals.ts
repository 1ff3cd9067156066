import { figure } from '#core/units'
import { createError, type H3Event } from 'h3'
import { CopyTrouble, StoreTrouble } from '../database/trouble'
import { NotStored, UnreadablePlan } from '../database/builds'
import { Refused, type Problem } from '../work/answer'
import { AccessDamaged } from './access'
import { NotDone } from '../work/lane'

/** What the server says of a request it does not do. */
export interface Refusal {
  message: string
  problems: Problem[]
  /** What to do about it, where the user can. */
  todo?: string
}

const titles: Record<number, string> = {
  400: 'Cannot be used',
  401: 'Who is asking?',
  403: 'Not allowed',
  404: 'Not there',
  408: 'Too slow',
  409: 'Changed elsewhere',
  413: 'Too large',
  415: 'Not JSON',
  421: 'Wrong name',
  422: 'Does not fit',
  429: 'Too many tries',
  500: 'Fault',
  503: 'Not now',
  507: 'No room',
}

/** An answer that refuses. */
export function refusal(statusCode: number, message: string, { problems = [], todo }: Partial<Refusal> = {}) {
  const data: Refusal = { message, problems, ...(todo ? { todo } : {}) }
  return createError({ statusCode, statusMessage: titles[statusCode] ?? 'Refused', message, data })
}

/** Problems found by a route itself. */
export function refused(problems: Problem[], status: 400 | 422 = 400) {
  return refusal(status, problems.map(({ place, message }) => (place ? `${place}: ${message}` : message)).join('\n'), {
    problems,
  })
}

/** 404 with words. */
export function notThere(what: string) {
  return refusal(404, `${what} is not there`)
}

/** The answer that an error of the parts below comes to; nothing for a fault of the program. */
export function refusalOf(error: unknown): ReturnType<typeof refusal> | undefined {
  if (error instanceof Refused) return refused(error.problems, error.unfit ? 422 : 400)
  if (error instanceof UnreadablePlan) return refusal(422, error.message, { todo: 'It can be saved as it is stored.' })
  if (error instanceof AccessDamaged) return refusal(503, error.message, { todo: error.todo })
  if (error instanceof NotStored) return refusal(404, error.message)
  if (error instanceof StoreTrouble || error instanceof CopyTrouble)
    return refusal(error.kind === 'full' ? 507 : 503, error.message, { todo: error.todo })
  if (error instanceof NotDone) {
    // What takes too long is tried again where it is a save, and is the asker's own doing elsewhere.
    const todo = error.kind === 'busy' ? `Try again in ${figure(error.seconds ?? 1, 's')}.` : undefined
    return refusal(error.kind === 'busy' || error.kind === 'left' ? 503 : 422, error.message, { todo })
  }
  return undefined
}

/** A signal that tells when the asker has gone before the answer. */
export function leaving(event: H3Event): AbortSignal {
  const gone = new AbortController()
  const { req, res } = event.node
  const look = () => {
    if (!res.writableEnded) gone.abort()
  }
  req.once('aborted', look)
  res.once('close', look)
  return gone.signal
}
