import { answering } from '../../../../answering'
import { reading } from '../../../../database'
import { notThere } from '../../../../security/refusals'

/** What is stored of a definition, as it is: also when it cannot be read. */
export default answering('GET /api/definitions/:kind/:id/raw', async (event) => {
  const { kind, id } = getRouterParams(event)
  const text = (await reading()).catalogue.raw(kind!, id!)
  if (text === undefined) throw notThere(`${kind} "${id}"`)
  setResponseHeaders(event, { 'content-type': 'application/json; charset=utf-8', 'content-disposition': 'attachment' })
  return text
})
