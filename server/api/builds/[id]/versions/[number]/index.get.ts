import { answering } from '../../../../../answering'
import { reading } from '../../../../../database'
import { notThere } from '../../../../../security/refusals'

/** The plan as it was saved in one version. */
export default answering('GET /api/builds/:id/versions/:number', async (event) => {
  const { builds } = await reading()
  const plan = builds.plan(getRouterParam(event, 'id')!, Number(getRouterParam(event, 'number')))
  if (!plan) throw notThere('this version')
  return plan
})
