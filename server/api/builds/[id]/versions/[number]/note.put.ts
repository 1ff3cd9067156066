import { answering } from '../../../../../answering'
import { changing } from '../../../../../database'
import { bodyOf } from '../../../../../security/body'
import { notThere } from '../../../../../security/refusals'

/** Writes a note to a saved version. */
export default answering('PUT /api/builds/:id/versions/:number/note', async (event) => {
  const { note } = await bodyOf(event, 'PUT /api/builds/:id/versions/:number/note')
  const { id, number } = getRouterParams(event)
  if (!(await changing(({ builds }) => builds.annotate(id!, Number(number), note)))) throw notThere('this version')
  return { note }
})
