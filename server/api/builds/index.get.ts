import { answering } from '../../answering'
import { reading } from '../../database'
import { queryOf } from '../../security/query'

/** A page of the builds in an order, those archived last, each with a short look at its newest plan. */
export default answering('GET /api/builds', async (event) => {
  const { search, limit, offset, order } = queryOf(event, 'GET /api/builds')
  return (await reading()).builds.list(search, limit, offset, order)
})
