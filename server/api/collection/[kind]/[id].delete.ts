import { answering } from '../../../answering'
import Joi from 'joi'
import { changing } from '../../../database'
import { readQuery } from '../../../security/query'
import { collectedAsked, onNewest } from '../../../work/collected'

const query = Joi.object({ on: Joi.number().integer().min(1).required() })

/** Takes a template or a module away, in the version that the query names. */
export default answering('DELETE /api/collection/:kind/:id', async (event) => {
  const { kind, id } = collectedAsked(event)
  const { on } = readQuery<{ on: number }>(event, query)
  await onNewest(() => changing(({ collection }) => collection.remove(kind, id, on)))
  return { removed: id }
})
