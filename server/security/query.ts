import type { H3Event } from 'h3'
import { queries, type ReadQuery, type RouteWithQuery } from '#contract/validators'
import { refused } from './refusals'

/** Reads the query of a route as the contract has it. @throws a 400 that names each place */
export function queryOf<R extends RouteWithQuery>(event: H3Event, route: R): ReadQuery<R> {
  const { value, error } = queries[route].validate(getQuery(event), { convert: true, abortEarly: false })
  if (error) throw refused(error.details.map(({ path, message }) => ({ place: path.join('.'), message })))
  return value as ReadQuery<R>
}
