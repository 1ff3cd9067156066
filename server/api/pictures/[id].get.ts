import { answering } from '../../answering'
import { reading } from '../../database'
import { notThere } from '../../security/refusals'

/** A picture that is kept. */
export default answering('GET /api/pictures/:id', async (event) => {
  const { pictures } = await reading()
  const found = pictures.find(getRouterParam(event, 'id')!)
  if (!found) throw notThere('this picture')
  setResponseHeader(event, 'content-type', 'image/jpeg')
  return found.bytes
})
