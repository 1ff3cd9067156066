import Joi from 'joi'
import { prose } from '#core/schema'
import { changing } from '../../../../../database'
import { readValid } from '../../../../../security/body'
import { notThere } from '../../../../../security/refusals'

/** Writes a note to a saved version. */
export default defineEventHandler(async (event) => {
  const { note } = await readValid<{ note: string }>(event, Joi.object({ note: prose.required() }))
  const { id, number } = getRouterParams(event)
  if (!(await changing(({ builds }) => builds.annotate(id!, Number(number), note)))) throw notThere('this version')
  return { note }
})
