import { answering } from '../../answering'
import { randomUUID } from 'node:crypto'
import { applyEdit, newPlan, type Plan } from '#core/plan'
import { changing, reading } from '../../database'
import { bodyOf } from '../../security/body'
import { authorOf } from '../../security/gate'
import { leaving, notThere } from '../../security/refusals'
import { workPool } from '../../work/pool'

/** Makes a build: empty on a board, from the text of a plan file, or as a copy of another. */
export default answering('POST /api/builds', async (event) => {
  const { name, board, file, copy, author: sent } = await bodyOf(event, 'POST /api/builds')
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
