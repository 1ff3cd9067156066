import { answering } from '../../../../../answering'
import { reading } from '../../../../../database'
import { notThere } from '../../../../../security/refusals'

/** A definition as it was saved in one version. */
export default answering('GET /api/definitions/:kind/:id/versions/:number', async (event) => {
  const { kind, id, number } = getRouterParams(event)
  const definition = (await reading()).catalogue.version(kind!, id!, Number(number))
  if (!definition) throw notThere('this version')
  return definition
})
