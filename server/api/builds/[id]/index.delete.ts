import { answering } from '../../../answering'
import { changing } from '../../../database'
import { notThere, refused } from '../../../security/refusals'

/** Deletes an archived build with all its versions, for good. */
export default answering('DELETE /api/builds/:id', async (event) => {
  const id = getRouterParam(event, 'id')!
  const erased = await changing(({ builds }) => builds.find(id) && builds.erase(id))
  if (erased === undefined) throw notThere('this build')
  if (!erased) throw refused([{ place: '', message: 'archive it first: only archived builds are deleted for good' }], 422)
  setResponseStatus(event, 204)
  return null
})
