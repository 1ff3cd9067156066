import { answering } from '../../../answering'
import { reading } from '../../../database'
import { queryOf } from '../../../security/query'
import { notThere } from '../../../security/refusals'

/** What is stored of a build, or of one version of it, as it is: also when it cannot be read. */
export default answering('GET /api/builds/:id/raw', async (event) => {
  const { builds } = await reading()
  const build = builds.find(getRouterParam(event, 'id')!)
  if (!build) throw notThere('this build')
  const { version: number = build.version } = queryOf(event, 'GET /api/builds/:id/raw')
  const text = builds.raw(build.id, number)
  if (text === undefined) throw notThere(`version ${number}`)
  setResponseHeaders(event, { 'content-type': 'application/json; charset=utf-8', 'content-disposition': 'attachment' })
  return text
})
