import Joi from 'joi'
import { useStore } from '../../../database'
import { notThere, readValid } from '../../../security/body'

/** Puts a build away or takes it back. */
export default defineEventHandler(async (event) => {
  const { removed } = await readValid<{ removed: boolean }>(event, Joi.object({ removed: Joi.boolean().required() }))
  const { builds } = await useStore()
  if (!builds.setRemoved(getRouterParam(event, 'id')!, removed)) throw notThere('this build')
  return { removed }
})
