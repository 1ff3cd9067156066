import { randomUUID } from 'node:crypto'
import Joi from 'joi'
import { newPlan } from '#core/plan'
import { parsePlan } from '#core/schema'
import { useStore } from '../../database'
import { notThere, readValid, refusing } from '../../security/body'

interface Body {
  name?: string
  board?: string
  /** Text of a plan file. */
  file?: string
  author: string
}

const body = Joi.object({
  name: Joi.string().trim().min(1).max(80),
  board: Joi.string().max(40),
  file: Joi.string().allow(''),
  author: Joi.string().max(80).default('me'),
})
  .xor('file', 'board')
  .and('name', 'board')

/** Makes a build: empty on a board, or from the text of a plan file. */
export default defineEventHandler(async (event) => {
  const { name, board, file, author } = await readValid<Body>(event, body)
  const { builds, catalogue } = await useStore()
  const definition = board === undefined ? undefined : catalogue.library().boards[board]
  if (board !== undefined && !definition) throw notThere(`board "${board}"`)
  const plan = definition ? newPlan(name!, definition) : refusing(() => parsePlan(file!))
  const id = randomUUID()
  builds.create(id, { plan, edits: [], steps: [definition ? 'New build' : 'Opened from a file'], author, note: '' })
  setResponseStatus(event, 201)
  return { id }
})
