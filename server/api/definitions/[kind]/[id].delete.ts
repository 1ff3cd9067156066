import { answering } from '../../../answering'
import { changing } from '../../../database'
import { StaleDefinition } from '../../../database/definitions'
import { authorOf } from '../../../security/gate'
import { queryOf } from '../../../security/query'
import { notThere, refusal } from '../../../security/refusals'

/** Takes away a definition of the user's own; a shipped one of the same name comes back. Its versions stay. */
export default answering('DELETE /api/definitions/:kind/:id', async (event) => {
  const { base, author } = queryOf(event, 'DELETE /api/definitions/:kind/:id')
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
