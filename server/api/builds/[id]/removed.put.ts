import { answering } from '../../../answering'
import { changing } from '../../../database'
import { bodyOf } from '../../../security/body'
import { notThere } from '../../../security/refusals'

/** Puts a build away or takes it back. */
export default answering('PUT /api/builds/:id/removed', async (event) => {
  const { removed } = await bodyOf(event, 'PUT /api/builds/:id/removed')
  const id = getRouterParam(event, 'id')!
  if (!(await changing(({ builds }) => builds.setRemoved(id, removed)))) throw notThere('this build')
  return { removed }
})
