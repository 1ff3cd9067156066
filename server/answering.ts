import type { EventHandler, H3Event } from 'h3'
import type { Answer, Conflict, File, Lines, Route } from '#contract'

/** What a handler gives for an answer: a file and what comes line by line are bytes. */
type Given<R extends Route> = Answer<R> extends File | Lines<unknown> ? unknown : Answer<R> | Conflict<R>

/** The handler of a route, held to what the contract says that it answers. */
export function answering<R extends Route>(_route: R, handler: (event: H3Event) => Given<R> | Promise<Given<R>>): EventHandler {
  return defineEventHandler(handler)
}
