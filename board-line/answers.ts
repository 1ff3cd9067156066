import Joi from 'joi'
import { BoardTrouble, type BoardLink } from './link'
import type { Edge } from '#core/protocols'
import type { BoardState, BoardValue } from '#core/settings'

/** What a board says of itself. */
export interface Greeting {
  /** Version of the line that it speaks. */
  link: number
  board: string
  name: string
  /** It is held in its rescue program. */
  rescue?: boolean
}

/** What each request is answered with. */
interface Answers {
  hello: Greeting
  ports: { label: string; number: number }[]
  state: BoardState
  put: unknown
  keep: unknown
  restart: unknown
  replace: unknown
  /** Words of the first two versions. */
  dump: BoardState
  list: string[]
  get: BoardValue
  set: unknown
  save: unknown
  restore: unknown
  rescue: unknown
  erase: unknown
  /** Bytes that came over a line. */
  hear: number[]
  /** Changes of level at a pad. */
  pulses: Edge[]
  /** Codes of glyphs by row and column. */
  display: number[][]
}

/** Most settings, ports, rows and columns that a board may have. */
const most = { settings: 5000, ports: 200, rows: 100, columns: 200, bytes: 60_000, microseconds: 10_000_000 }

const text = Joi.string().max(200)
const value = Joi.alternatives(Joi.boolean(), Joi.number().unsafe(), Joi.string().allow('').max(2000))
const done = Joi.any()
const schemas: Record<keyof Answers, Joi.Schema> = {
  hello: Joi.object({
    link: Joi.number().integer().min(1).required(),
    board: text.required(),
    name: text.required(),
    rescue: Joi.boolean(),
  }).unknown(),
  ports: Joi.array()
    .items(Joi.object({ label: text.required(), number: Joi.number().integer().min(0).max(100_000).required() }).unknown())
    .max(most.ports),
  state: Joi.object().pattern(text, value).max(most.settings),
  put: done,
  keep: done,
  replace: done,
  dump: Joi.object().pattern(text, value).max(most.settings),
  list: Joi.array().items(text).max(most.settings),
  get: value,
  set: done,
  save: done,
  restart: done,
  restore: done,
  rescue: done,
  erase: done,
  pulses: Joi.array()
    .items(Joi.object({ at: Joi.number().min(0).max(most.microseconds).required(), level: Joi.number().valid(0, 1).required() }))
    .max(most.bytes),
  hear: Joi.array().items(Joi.number().integer().min(0).max(255)).max(most.bytes),
  display: Joi.array()
    .items(Joi.array().items(Joi.number().integer().min(0).max(1_000_000)).max(most.columns))
    .max(most.rows),
}

/**
 * Asks a board, and gives what it answers once that is seen to be what such a question is answered with.
 * @throws BoardTrouble that names the place in the answer, or whatever the line throws
 */
export async function askBoard<M extends keyof Answers>(
  link: BoardLink,
  method: M,
  params?: Record<string, unknown>,
): Promise<Answers[M]> {
  const { value: answer, error } = schemas[method].required().validate(await link.call(method, params), {
    convert: false,
    errors: { label: false },
  })
  if (!error) return answer as Answers[M]
  const [{ message, path }] = error.details as [Joi.ValidationErrorItem]
  const place = path.length ? ` at ${path.join('.')}` : ''
  throw new BoardTrouble(`what answers to ${method} is none of a board${place}: ${message.replaceAll('"', '')}`)
}
