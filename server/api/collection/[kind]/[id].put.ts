import { answering } from '../../../answering'
import { changing } from '../../../database'
import { collectedAsked, onNewest, readCollected } from '../../../work/collected'

/** Keeps a template or a module; 409 when it was changed since the version that this one was made on, or another has its name. */
export default answering('PUT /api/collection/:kind/:id', async (event) => {
  const { kind, id } = collectedAsked(event)
  const { on, ...document } = await readCollected(event, kind)
  return onNewest(async () => ({ version: await changing(({ collection }) => collection.save(kind, id, on, document)) }))
})
