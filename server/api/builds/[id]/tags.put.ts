import Joi from 'joi'
import { label } from '#core/schema'
import { writing } from '../../../database'
import { readValid } from '../../../security/body'
import { notThere } from '../../../security/refusals'

const body = Joi.object({ tags: Joi.array().items(label.max(40)).max(12).unique().required() })

/** Puts words on a build, in the place of those before. */
export default defineEventHandler(async (event) => {
  const { tags } = await readValid<{ tags: string[] }>(event, body)
  const { builds } = await writing()
  if (!builds.setTags(getRouterParam(event, 'id')!, tags)) throw notThere('this build')
  return { tags }
})
