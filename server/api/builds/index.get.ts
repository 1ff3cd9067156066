import { answering } from '../../answering'
import Joi from 'joi'
import { reading } from '../../database'
import type { BuildOrder } from '#contract'
import { buildOrders } from '../../database/builds'
import { readQuery } from '../../security/query'

interface Wanted {
  search: string
  limit: number
  offset: number
  order: BuildOrder
}

const query = Joi.object({
  search: Joi.string().allow('').max(80).default(''),
  limit: Joi.number().integer().min(1).max(100).default(50),
  offset: Joi.number().integer().min(0).default(0),
  order: Joi.string()
    .valid(...buildOrders)
    .default('made'),
})

/** A page of the builds in an order, those archived last, each with a short look at its newest plan. */
export default answering('GET /api/builds', async (event) => {
  const { search, limit, offset, order } = readQuery<Wanted>(event, query)
  return (await reading()).builds.list(search, limit, offset, order)
})
