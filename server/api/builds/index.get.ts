import Joi from 'joi'
import { reading } from '../../database'
import { readQuery } from '../../security/query'

const query = Joi.object({
  search: Joi.string().allow('').max(80).default(''),
  limit: Joi.number().integer().min(1).max(100).default(50),
  offset: Joi.number().integer().min(0).default(0),
})

/** A page of the builds, those archived last, each with a short look at its newest plan. */
export default defineEventHandler(async (event) => {
  const { search, limit, offset } = readQuery<{ search: string; limit: number; offset: number }>(event, query)
  return (await reading()).builds.list(search, limit, offset)
})
