import type { H3Event } from 'h3'
import { addressOf } from './proxies'
import { sessionCookie } from './gate'

/** One person, as far as the server can tell them apart: by session, else by the address that a request comes from. */
export function personOf(event: H3Event): string {
  return getCookie(event, sessionCookie) ?? addressOf(event.node.req)
}
