import { answering } from '../../../answering'
import Joi from 'joi'
import { changing } from '../../../database'
import { StaleDefinition } from '../../../database/definitions'
import { authorOf } from '../../../security/gate'
import { readQuery } from '../../../security/query'
import { notThere, refusal } from '../../../security/refusals'

const query = Joi.object({ base: Joi.number().integer().min(1).required(), author: Joi.string().max(80).default('me') })

/** Takes away a definition of the user's own; a shipped one of the same name comes back. Its versions stay. */
export default answering('DELETE /api/definitions/:kind/:id', async (event) => {
  const { base, author } = readQuery<{ base: number; author: string }>(event, query)
  const { kind, id } = getRouterParams(event)
  try {
    return await changing(({ catalogue, reship }) => {
      if (!catalogue.remove(kind!, id!, base, { author: authorOf(event, author), note: 'Deleted' }))
        throw notThere(`${kind} "${id}" of your own`)
      reship()
      return { restored: Boolean(catalogue.find(kind!, id!)) }
    })
  } catch (error) {
    if (error instanceof StaleDefinition) throw refusal(409, error.message)
    throw error
  }
})
