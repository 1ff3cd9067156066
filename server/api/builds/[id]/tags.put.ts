import type { Body } from '#contract'
import { answering } from '../../../answering'
import Joi from 'joi'
import { label } from '#core/schema'
import { changing } from '../../../database'
import { readValid } from '../../../security/body'
import { notThere } from '../../../security/refusals'

const body = Joi.object({ tags: Joi.array().items(label.max(40)).max(12).unique().required() })

/** Puts words on a build, in the place of those before. */
export default answering('PUT /api/builds/:id/tags', async (event) => {
  const { tags } = await readValid<Body<'PUT /api/builds/:id/tags'>>(event, body)
  const id = getRouterParam(event, 'id')!
  if (!(await changing(({ builds }) => builds.setTags(id, tags)))) throw notThere('this build')
  return { tags }
})
