import type { Body } from '#contract'
import { answering } from '../../../answering'
import Joi from 'joi'
import { changing } from '../../../database'
import { readValid } from '../../../security/body'
import { notThere } from '../../../security/refusals'

/** Puts a build away or takes it back. */
export default answering('PUT /api/builds/:id/removed', async (event) => {
  const { removed } = await readValid<Body<'PUT /api/builds/:id/removed'>>(
    event,
    Joi.object({ removed: Joi.boolean().required() }),
  )
  const id = getRouterParam(event, 'id')!
  if (!(await changing(({ builds }) => builds.setRemoved(id, removed)))) throw notThere('this build')
  return { removed }
})
