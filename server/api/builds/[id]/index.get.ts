import { answering } from '../../../answering'
import { reading } from '../../../database'
import { notThere } from '../../../security/refusals'

/** A build with its newest plan. */
export default answering('GET /api/builds/:id', async (event) => {
  const { builds } = await reading()
  const build = builds.find(getRouterParam(event, 'id')!)
  if (!build) throw notThere('this build')
  return { build, plan: builds.plan(build.id, build.version)! }
})
