import type { H3Event } from 'h3'
import type Joi from 'joi'
import { refused } from './refusals'

/** Reads the query of an address. @throws a 400 that names each place */
export function readQuery<T>(event: H3Event, schema: Joi.Schema): T {
  const { value, error } = schema.validate(getQuery(event), { convert: true, abortEarly: false })
  if (error) throw refused(error.details.map(({ path, message }) => ({ place: path.join('.'), message })))
  return value as T
}
