import Joi from 'joi'
import { prose } from '#core/schema'
import { writing } from '../../../../../database'
import { readValid } from '../../../../../security/body'
import { notThere } from '../../../../../security/refusals'

/** Writes a note to a saved version. */
export default defineEventHandler(async (event) => {
  const { note } = await readValid<{ note: string }>(event, Joi.object({ note: prose.required() }))
  const { builds } = await writing()
  const number = Number(getRouterParam(event, 'number'))
  if (!builds.annotate(getRouterParam(event, 'id')!, number, note)) throw notThere('this version')
  return { note }
})
