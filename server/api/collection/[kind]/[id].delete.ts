import { answering } from '../../../answering'
import { changing } from '../../../database'
import { queryOf } from '../../../security/query'
import { collectedAsked, onNewest } from '../../../work/collected'

/** Takes a template or a module away, in the version that the query names. */
export default answering('DELETE /api/collection/:kind/:id', async (event) => {
  const { kind, id } = collectedAsked(event)
  const { on } = queryOf(event, 'DELETE /api/collection/:kind/:id')
  await onNewest(() => changing(({ collection }) => collection.remove(kind, id, on)))
  return { removed: id }
})
