import { answering } from '../../../answering'
import { reading } from '../../../database'
import { notThere } from '../../../security/refusals'
import { collectedAsked } from '../../../work/collected'

/** One template or module, whole. */
export default answering('GET /api/collection/:kind/:id', async (event) => {
  const { kind, id } = collectedAsked(event)
  const found = (await reading()).collection.find(kind, id)
  if (!found) throw notThere(`this ${kind}`)
  return found
})
