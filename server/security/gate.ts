import type { H3Event } from 'h3'
import { Access } from './access'
import { contentPolicy, enginePolicy, safeHeaders } from './headers'
import { allowedHosts, strangeness } from './hosts'
import { refusal } from './refusals'
import { askerOf, mayAsk, meansApi } from './routes'
import { dataDirectory } from '../database/store'

let access: Access | undefined
const allowed = allowedHosts()

/** Who may come in. */
export function useAccess(): Access {
  return (access ??= new Access(dataDirectory()))
}

export const sessionCookie = 'ypodoma_session'

/** The first to see a request, whatever it is for. */
export const gate = defineEventHandler((event) => {
  const policy = event.path.startsWith('/_nuxt/') && event.path.includes('engine.worker') ? enginePolicy() : contentPolicy()
  setResponseHeaders(event, { ...safeHeaders, 'content-security-policy': policy })
  const strange = strangeness(
    {
      method: event.method,
      host: getRequestHeader(event, 'host'),
      origin: getRequestHeader(event, 'origin'),
      site: getRequestHeader(event, 'sec-fetch-site'),
    },
    allowed,
  )
  if (strange) throw refusal(strange.status, strange.message)
  const path = event.path.split('?')[0]!
  if (!meansApi(path)) return
  setResponseHeader(event, 'cache-control', 'no-store')
  const asker = askerOf(event.method, path)
  // Whether the server is up is told whatever state its passphrases are in.
  if (path === '/api/health' && asker) return
  const role = useAccess().roleOf(getCookie(event, sessionCookie))
  event.context.role = role
  if (asker && mayAsk(asker, role)) return
  if (!role) throw refusal(401, 'a passphrase is asked for')
  if (!asker) throw refusal(404, `there is nothing at ${event.method} ${event.path.slice(0, 200)}`)
  throw refusal(403, `as ${role} you may not do this`)
})

/** Who saves: whoever has come in, by the name given then; where nobody has to, the name that was sent. */
export function authorOf(event: H3Event, sent: string): string {
  const access = useAccess()
  return access.needed ? access.authorOf(getCookie(event, sessionCookie)) : sent
}
