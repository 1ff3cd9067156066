import Joi from 'joi'
import { useStore } from '../../../../../database'
import { notThere, readValid } from '../../../../../security/body'

/** Writes a note to a saved version. */
export default defineEventHandler(async (event) => {
  const { note } = await readValid<{ note: string }>(event, Joi.object({ note: Joi.string().allow('').max(2000).required() }))
  const { builds } = await useStore()
  const number = Number(getRouterParam(event, 'number'))
  if (!builds.annotate(getRouterParam(event, 'id')!, number, note)) throw notThere('this version')
  return { note }
})
