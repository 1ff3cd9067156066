import { answering } from '../../../answering'
import { changing } from '../../../database'
import { bodyOf } from '../../../security/body'
import { notThere } from '../../../security/refusals'

/** Puts words on a build, in the place of those before. */
export default answering('PUT /api/builds/:id/tags', async (event) => {
  const { tags } = await bodyOf(event, 'PUT /api/builds/:id/tags')
  const id = getRouterParam(event, 'id')!
  if (!(await changing(({ builds }) => builds.setTags(id, tags)))) throw notThere('this build')
  return { tags }
})
