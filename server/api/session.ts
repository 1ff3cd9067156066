import Joi from 'joi'
import { readValid } from '../security/body'
import { sessionCookie, useAccess } from '../security/gate'
import { refusal } from '../security/refusals'

const body = Joi.object({ passphrase: Joi.string().max(200).required() })

/** Who is asking (GET), coming in with a passphrase (POST), going out (DELETE). */
export default defineEventHandler(async (event) => {
  const access = useAccess()
  const secure = (getRequestHeader(event, 'x-forwarded-proto') ?? '') === 'https'
  const cookie = { httpOnly: true, sameSite: 'strict', path: '/', secure } as const
  if (event.method === 'POST') {
    const { passphrase } = await readValid<{ passphrase: string }>(event, body)
    if (!access.needed) return { needed: false, role: 'editor' }
    const address = event.node.req.socket.remoteAddress ?? ''
    const wait = access.wait(address)
    if (wait) {
      setResponseHeader(event, 'retry-after', wait)
      throw refusal(429, `too many tries; the next one in ${Math.ceil(wait / 60)} min`)
    }
    const entered = await access.enter(passphrase, address)
    if (!entered) throw refusal(401, 'this passphrase is none of this server')
    setCookie(event, sessionCookie, entered.token, { ...cookie, maxAge: 7 * 86_400 })
    return { needed: true, role: entered.role }
  }
  if (event.method === 'DELETE') {
    access.leave(getCookie(event, sessionCookie))
    deleteCookie(event, sessionCookie, cookie)
    return { needed: access.needed }
  }
  if (event.method !== 'GET') throw refusal(404, `there is nothing at ${event.method} /api/session`)
  return { needed: access.needed, role: access.roleOf(getCookie(event, sessionCookie)) }
})
