import { answering } from '../../../../../answering'
import Joi from 'joi'
import { reading } from '../../../../../database'
import { readQuery } from '../../../../../security/query'

const query = Joi.object({ below: Joi.number().integer().min(1), limit: Joi.number().integer().min(1).max(200).default(100) })

/** The saved versions of a definition of the user's own, newest first. */
export default answering('GET /api/definitions/:kind/:id/versions', async (event) => {
  const { kind, id } = getRouterParams(event)
  const { catalogue } = await reading()
  return catalogue.versions(kind!, id!, readQuery<{ below?: number; limit: number }>(event, query))
})
