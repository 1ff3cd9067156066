import type { Body } from '#contract'
import { answering } from '../../../../../answering'
import Joi from 'joi'
import { prose } from '#core/schema'
import { changing } from '../../../../../database'
import { readValid } from '../../../../../security/body'
import { notThere } from '../../../../../security/refusals'

/** Writes a note to a saved version. */
export default answering('PUT /api/builds/:id/versions/:number/note', async (event) => {
  const { note } = await readValid<Body<'PUT /api/builds/:id/versions/:number/note'>>(
    event,
    Joi.object({ note: prose.required() }),
  )
  const { id, number } = getRouterParams(event)
  if (!(await changing(({ builds }) => builds.annotate(id!, Number(number), note)))) throw notThere('this version')
  return { note }
})
