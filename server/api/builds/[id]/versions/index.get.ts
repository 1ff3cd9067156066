import { answering } from '../../../../answering'
import { reading } from '../../../../database'
import { queryOf } from '../../../../security/query'

/** The saved versions of a build, newest first, a page at a time: those below a number. */
export default answering('GET /api/builds/:id/versions', async (event) => {
  const { builds } = await reading()
  return builds.versions(getRouterParam(event, 'id')!, queryOf(event, 'GET /api/builds/:id/versions'))
})
