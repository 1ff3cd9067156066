import type { Body } from '#contract'
import { answering } from '../../answering'
import { randomUUID } from 'node:crypto'
import Joi from 'joi'
import { applyEdit, newPlan, type Plan } from '#core/plan'
import { label } from '#core/schema'
import { changing, reading } from '../../database'
import { readValid } from '../../security/body'
import { authorOf } from '../../security/gate'
import { leaving, notThere } from '../../security/refusals'
import { workPool } from '../../work/pool'

const body = Joi.object({
  name: label,
  board: Joi.string().max(40),
  file: Joi.string().allow(''),
  copy: Joi.string().max(60),
  author: label.default('me'),
})
  .xor('file', 'board', 'copy')
  .with('board', 'name')
  .with('copy', 'name')

/** Makes a build: empty on a board, from the text of a plan file, or as a copy of another. */
export default answering('POST /api/builds', async (event) => {
  const { name, board, file, copy, author: sent } = await readValid<Body<'POST /api/builds'> & { author: string }>(event, body)
  const author = authorOf(event, sent)
  const { builds, catalogue } = await reading()
  const found = board === undefined ? undefined : catalogue.find('board', board)?.definition
  if (board !== undefined && found?.kind !== 'board') throw notThere(`board "${board}"`)
  const id = randomUUID()
  if (copy !== undefined) {
    const { version, name: of } = builds.find(copy) ?? {}
    const original = version === undefined ? undefined : builds.plan(copy, version)
    if (!original) throw notThere(`build "${copy}"`)
    const { plan, brief } = await withBrief(applyEdit(original, { type: 'plan.rename', name: name! }))
    const steps = [`Copy of ${of}, version ${version}`]
    await changing((store) => store.builds.create(id, { plan, brief, edits: [], steps, author, note: '' }))
    setResponseStatus(event, 201)
    return { id }
  }
  const { plan, brief } =
    found?.kind === 'board'
      ? await withBrief(newPlan(name!, found))
      : await workPool().run('planFile', file!, { leaving: leaving(event) })
  const steps = [found ? 'New build' : 'Opened from a file']
  await changing((store) => store.builds.create(id, { plan, brief, edits: [], steps, author, note: '' }))
  setResponseStatus(event, 201)
  return { id }
})

async function withBrief(plan: Plan) {
  return { plan, brief: await workPool().run('brief', plan) }
}
