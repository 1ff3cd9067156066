import { writing } from '../../../database'
import { notThere, refused } from '../../../security/refusals'

/** Deletes an archived build with all its versions, for good. */
export default defineEventHandler(async (event) => {
  const { builds } = await writing()
  const id = getRouterParam(event, 'id')!
  if (!builds.find(id)) throw notThere('this build')
  if (!builds.erase(id))
    throw refused([{ place: '', message: 'archive it first: only archived builds are deleted for good' }], 422)
  setResponseStatus(event, 204)
  return null
})
