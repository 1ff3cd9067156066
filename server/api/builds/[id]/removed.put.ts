import Joi from 'joi'
import { changing } from '../../../database'
import { readValid } from '../../../security/body'
import { notThere } from '../../../security/refusals'

/** Puts a build away or takes it back. */
export default defineEventHandler(async (event) => {
  const { removed } = await readValid<{ removed: boolean }>(event, Joi.object({ removed: Joi.boolean().required() }))
  const id = getRouterParam(event, 'id')!
  if (!(await changing(({ builds }) => builds.setRemoved(id, removed)))) throw notThere('this build')
  return { removed }
})
