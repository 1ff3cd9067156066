import { Access } from './access'
import { contentPolicy, enginePolicy, safeHeaders } from './headers'
import { allowedHosts, strangeness } from './hosts'
import { refusal } from './refusals'
import { dataDirectory } from '../database/store'

let access: Access | undefined
const allowed = allowedHosts()

/** Who may come in. */
export function useAccess(): Access {
  return (access ??= new Access(dataDirectory()))
}

export const sessionCookie = 'ypodoma_session'

/** What may be asked for without a session: whether the server is up, and to be let in. */
/** Questions that are too long for an address: they change nothing. */
const asking: ReadonlySet<string> = new Set(['/api/papers', '/api/templates/render', '/api/board/pasted', '/api/board/display'])

const open = new Set(['/api/health', '/api/session'])

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
  if (!event.path.startsWith('/api/')) return
  setResponseHeader(event, 'cache-control', 'no-store')
  const role = useAccess().roleOf(getCookie(event, sessionCookie))
  event.context.role = role
  if (open.has(event.path.split('?')[0]!)) return
  if (!role) throw refusal(401, 'a passphrase is asked for')
  const saves = event.method === 'PUT' && /^\/api\/builds\/[^/]+$/.test(event.path)
  const asks = event.method === 'GET' || event.method === 'HEAD' || asking.has(event.path)
  if (role !== 'editor' && !asks && !(role === 'workshop' && saves)) throw refusal(403, `as ${role} you may not change this`)
})
