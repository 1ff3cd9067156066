import type { Body } from '#contract'
import type { H3Event } from 'h3'
import { parseModule } from '#core/modules'
import { InputError } from '#core/schema'
import { collected, NameTaken, StaleCollected, type Collected } from '../database/collection'
import { bodyOf } from '../security/body'
import { notThere, refusal, refused } from '../security/refusals'

/** Kind and id of the thing that a request is about. @throws a 404 for a kind that there is not */
export function collectedAsked(event: H3Event): { kind: Collected; id: string } {
  const kind = collected.find((each) => each === getRouterParam(event, 'kind'))
  const id = getRouterParam(event, 'id') ?? ''
  if (!kind || !/^[a-zA-Z0-9-]{0,60}$/.test(id)) throw notThere('this')
  return { kind, id }
}

type Kept = Body<'PUT /api/collection/:kind/:id'>

/** Most signs of a template. */
const longestTemplate = 100_000

/** A thing to be kept, and the version it was made on. @throws a 400 that names the place */
export async function readCollected(event: H3Event, kind: Collected): Promise<Kept> {
  const body = await bodyOf(event, 'PUT /api/collection/:kind/:id')
  if (kind === 'template' && body.text.length > longestTemplate)
    throw refused([{ place: 'text', message: `a template has up to ${longestTemplate} signs` }])
  if (kind === 'template') return body
  try {
    const { name } = parseModule(body.text)
    return { ...body, name }
  } catch (error) {
    if (error instanceof InputError) throw refused(error.problems)
    throw error
  }
}

/** Work on the collection, with 409 where somebody else came first, or has the name. */
export async function onNewest<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof StaleCollected || error instanceof NameTaken) throw refusal(409, error.message)
    throw error
  }
}
