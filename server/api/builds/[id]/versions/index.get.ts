import { answering } from '../../../../answering'
import Joi from 'joi'
import { reading } from '../../../../database'
import { readQuery } from '../../../../security/query'

const query = Joi.object({ below: Joi.number().integer().min(1), limit: Joi.number().integer().min(1).max(200).default(100) })

/** The saved versions of a build, newest first, a page at a time: those below a number. */
export default answering('GET /api/builds/:id/versions', async (event) => {
  const { builds } = await reading()
  return builds.versions(getRouterParam(event, 'id')!, readQuery<{ below?: number; limit: number }>(event, query))
})
