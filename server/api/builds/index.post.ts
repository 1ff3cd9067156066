import { randomUUID } from 'node:crypto'
import Joi from 'joi'
import { newPlan } from '#core/plan'
import { label } from '#core/schema'
import { writing } from '../../database'
import { readValid } from '../../security/body'
import { leaving, notThere } from '../../security/refusals'
import { workPool } from '../../work/pool'

interface Body {
  name?: string
  board?: string
  /** Text of a plan file. */
  file?: string
  author: string
}

const body = Joi.object({
  name: label,
  board: Joi.string().max(40),
  file: Joi.string().allow(''),
  author: label.default('me'),
})
  .xor('file', 'board')
  .and('name', 'board')

/** Makes a build: empty on a board, or from the text of a plan file. */
export default defineEventHandler(async (event) => {
  const { name, board, file, author } = await readValid<Body>(event, body)
  const { builds, catalogue } = await writing()
  const found = board === undefined ? undefined : catalogue.find('board', board)?.definition
  if (board !== undefined && found?.kind !== 'board') throw notThere(`board "${board}"`)
  const { plan, brief } =
    found?.kind === 'board' ? await withBrief(newPlan(name!, found)) : await workPool().run('planFile', file!, leaving(event))
  const id = randomUUID()
  const steps = [found ? 'New build' : 'Opened from a file']
  builds.create(id, { plan, brief, edits: [], steps, author, note: '' })
  setResponseStatus(event, 201)
  return { id }
})

async function withBrief(plan: ReturnType<typeof newPlan>) {
  return { plan, brief: await workPool().run('brief', plan) }
}
