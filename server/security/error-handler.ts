import type { H3Error, H3Event } from 'h3'
import { useKeeper } from '../database'
import { UnreadablePlan } from '../database/builds'
import { NotDone } from '../work/lane'
import { passOver } from './body'
import { refusal, refusalOf, type Refusal } from './refusals'

/** Every refusal is JSON with words and a place; a fault of the program is told of here and in its messages only. */
export default async function handleError(error: H3Error, event: H3Event): Promise<void> {
  const cause = error.cause ?? error
  const trouble = (await useKeeper().catch(() => undefined))?.note(cause)
  const said = refusalOf(cause instanceof UnreadablePlan ? cause : (trouble ?? cause)) ?? (error.unhandled ? undefined : error)
  if (!said) process.stderr.write(`${(cause as Error).stack ?? String(cause)}\n`)
  const { statusCode, data } = said ?? refusal(500, 'a fault of the program; its messages tell more')
  // Who asks for too much and at once again is kept waiting, and what comes of the request is not read meanwhile.
  if (cause instanceof NotDone && cause.kind === 'busy') await new Promise((resolve) => setTimeout(resolve, 1000))
  await passOver(event)
  if (event.node.res.headersSent) return void event.node.res.end()
  const answer: Refusal = isRefusal(data) ? data : { message: said?.statusMessage || 'cannot be done', problems: [] }
  setResponseStatus(event, statusCode)
  if (statusCode === 503) setResponseHeader(event, 'retry-after', cause instanceof NotDone ? (cause.seconds ?? 1) : 1)
  setResponseHeader(event, 'content-type', 'application/json; charset=utf-8')
  await send(event, JSON.stringify({ statusCode, data: answer }))
}

function isRefusal(data: unknown): data is Refusal {
  return typeof (data as Refusal | undefined)?.message === 'string'
}
