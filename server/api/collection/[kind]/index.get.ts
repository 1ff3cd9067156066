import { answering } from '../../../answering'
import { reading } from '../../../database'
import { collectedAsked } from '../../../work/collected'

/** The templates, or the modules, that are kept. */
export default answering('GET /api/collection/:kind', async (event) =>
  (await reading()).collection.list(collectedAsked(event).kind),
)
