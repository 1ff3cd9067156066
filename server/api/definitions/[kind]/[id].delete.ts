import { useStore } from '../../../database'
import { notThere } from '../../../security/body'

/** Takes away a definition of the user's own; a shipped one of the same name comes back. */
export default defineEventHandler(async (event) => {
  const { kind, id } = getRouterParams(event)
  const { catalogue, reship } = await useStore()
  if (!catalogue.remove(kind!, id!)) throw notThere(`${kind} "${id}" of your own`)
  reship()
  return { restored: Boolean(catalogue.find(kind!, id!)) }
})
