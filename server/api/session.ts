import type { Entered } from '#contract'
import { figure } from '#core/units'
import { answering } from '../answering'
import { bodyOf } from '../security/body'
import { sessionCookie, useAccess } from '../security/gate'
import { addressOf } from '../security/proxies'
import { refusal } from '../security/refusals'

/** What is told of this server to who may use it: the simulated board beside it, where whoever started it says so (`corran-7:4174`). */
function besideServer(): Pick<Entered, 'simulated'> {
  const told = /^([a-z0-9-]+):(\d{4,5})$/.exec(process.env.YPODOMA_BOARD ?? '')
  return told ? { simulated: { board: told[1]!, port: Number(told[2]) } } : {}
}

/** Who is asking (GET), coming in with a passphrase (POST), going out (DELETE). */
export default answering('POST /api/session', async (event) => {
  const access = useAccess()
  const secure = (getRequestHeader(event, 'x-forwarded-proto') ?? '') === 'https'
  const cookie = { httpOnly: true, sameSite: 'strict', path: '/', secure } as const
  if (event.method === 'POST') {
    const { passphrase, name } = await bodyOf(event, 'POST /api/session')
    if (!access.needed) return { needed: false, role: 'editor' as const, ...besideServer() }
    const address = addressOf(event.node.req)
    const wait = access.wait(address)
    if (wait) {
      setResponseHeader(event, 'retry-after', wait)
      throw refusal(429, `too many tries; the next one in ${figure(Math.ceil(wait / 60), 'min')}`)
    }
    const entered = await access.enter(passphrase, address, name)
    if (!entered) throw refusal(401, 'this server has no such passphrase')
    setCookie(event, sessionCookie, entered.token, { ...cookie, maxAge: 7 * 86_400 })
    return { needed: true, role: entered.role, author: access.authorOf(entered.token), ...besideServer() }
  }
  if (event.method === 'DELETE') {
    access.leave(getCookie(event, sessionCookie))
    deleteCookie(event, sessionCookie, cookie)
    return { needed: access.needed }
  }
  const token = getCookie(event, sessionCookie)
  const role = access.roleOf(token)
  return {
    needed: access.needed,
    role,
    ...(access.needed && role && { author: access.authorOf(token) }),
    ...(role && besideServer()),
  }
})
