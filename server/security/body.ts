import type { H3Event } from 'h3'
import { bodies, type ReadBody, type RouteWithBody } from '#contract/validators'
import { sizeText } from '#core/units'
import { InputError, limits, refuseUntold, validate } from '#core/schema'
import { Turns } from '../work/turns'
import { workPool } from '../work/pool'
import type { LaneName } from '../work/pool'
import { leaving, refusal, refused } from './refusals'

/** Milliseconds without a byte, and in all, after which a body is not waited for any more. */
const bodyTimeout = { between: 10_000, whole: 60_000, over: 2000 }
/** Bodies longer than this are parsed by a thread of their own. */
const long = 512 * 1024

/**
 * Reads the JSON body of a route, of limited size, as the contract has it.
 * @param lane that a long one is parsed in
 * @throws a 400 that names each place, 408 when it does not come, 413 when it is too large, 415 when it is not JSON
 */
export async function bodyOf<R extends RouteWithBody>(event: H3Event, route: R, lane: LaneName = 'files'): Promise<ReadBody<R>> {
  const [type] = (getRequestHeader(event, 'content-type') ?? '').split(';')
  if (type?.trim().toLowerCase() !== 'application/json')
    throw refusal(415, `content type ${type || 'missing'}; expected application/json`)
  const value = await readBody(event, lane)
  try {
    return validate<ReadBody<R>>(bodies[route], value)
  } catch (error) {
    if (error instanceof InputError) throw refused(error.problems)
    throw error
  }
}

/** Long bodies are read one at a time in each lane, so that many at once do not fill the memory. */
const turns = new Map<LaneName, Turns>()
const mostWaiting = 40

async function readBody(event: H3Event, lane: LaneName): Promise<unknown> {
  const told = Number(event.node.req.headers['content-length'] ?? NaN)
  if (told <= long) return parseBody((await readLimited(event)).toString('utf8'))
  if (!turns.has(lane)) turns.set(lane, new Turns(mostWaiting))
  return turns.get(lane)!.run(async () => {
    const bytes = await readLimited(event)
    if (bytes.length <= long) return parseBody(bytes.toString('utf8'))
    return workPool().run('json', bytes, { leaving: leaving(event), lane })
  })
}

function parseBody(text: string): unknown {
  try {
    const value = JSON.parse(text.charCodeAt(0) === 0xfeff ? text.slice(1) : text) as unknown
    refuseUntold(value)
    return value
  } catch (error) {
    if (error instanceof InputError) throw refused(error.problems)
    throw refused([{ place: 'body', message: 'not JSON' }])
  }
}

/** Reads the body, counted as it comes. */
async function readLimited(event: H3Event): Promise<Buffer> {
  const { req } = event.node
  if (req.destroyed) throw refusal(400, 'the request was broken off')
  if (Number(req.headers['content-length'] ?? 0) > limits.file) throw await tooLarge(event)
  const parts: Buffer[] = []
  let length = 0
  return new Promise((resolve, reject) => {
    const slow = () => done(() => reject(refusal(408, 'the request did not come in time')))
    const whole = setTimeout(slow, bodyTimeout.whole)
    let between = setTimeout(slow, bodyTimeout.between)
    const take = (part: Buffer) => {
      clearTimeout(between)
      between = setTimeout(slow, bodyTimeout.between)
      length += part.length
      if (length > limits.file) done(() => void tooLarge(event).then(reject))
      else parts.push(part)
    }
    const end = () => done(() => resolve(Buffer.concat(parts)))
    const gone = () => done(() => reject(refusal(400, 'the request was broken off')))
    const done = (then: () => void) => {
      clearTimeout(whole)
      clearTimeout(between)
      req.off('data', take).off('end', end).off('error', gone).off('close', gone)
      then()
    }
    req.on('data', take).once('end', end).once('error', gone).once('close', gone)
  })
}

async function tooLarge(event: H3Event) {
  await passOver(event)
  return refusal(413, `the request has more than ${sizeText(limits.file)}`)
}

/** What still comes of a body that is not wanted is passed over for a moment, so that the sender can hear the answer; then the connection ends. */
export async function passOver(event: H3Event): Promise<void> {
  const { req } = event.node
  if (req.complete || req.destroyed || event.node.res.headersSent) return
  setResponseHeader(event, 'connection', 'close')
  await new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, bodyTimeout.over)
    req
      .once('end', resolve)
      .once('close', resolve)
      .once('close', () => clearTimeout(timer))
    req.resume()
  })
}
