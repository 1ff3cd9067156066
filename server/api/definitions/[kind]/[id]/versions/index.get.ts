import { answering } from '../../../../../answering'
import { reading } from '../../../../../database'
import { queryOf } from '../../../../../security/query'

/** The saved versions of a definition of the user's own, newest first. */
export default answering('GET /api/definitions/:kind/:id/versions', async (event) => {
  const { kind, id } = getRouterParams(event)
  const { catalogue } = await reading()
  return catalogue.versions(kind!, id!, queryOf(event, 'GET /api/definitions/:kind/:id/versions'))
})
