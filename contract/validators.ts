/** What a route's body and query have to be, each beside the others: the server reads them by these and by nothing else. */
import Joi from 'joi'
import { paperParts } from '#core/documents'
import { label, limits, prose } from '#core/schema'
import { buildOrders, type Body, type Query, type Route } from './index'

/** The routes that take a body, and those that take a query. */
export type RouteWithBody = { [R in Route]: Body<R> extends undefined ? never : R }[Route]
export type RouteWithQuery = { [R in Route]: Query<R> extends undefined ? never : R }[Route]

const author = label.default('me')
/** Looked at by the thread that reads it. */
const whole = Joi.object().unknown(true).required()
const version = Joi.number().integer()
const value = Joi.alternatives(Joi.boolean().strict(), Joi.number().strict(), Joi.string().allow('').max(200))
// A loopback port that a board may answer at.
const port = Joi.number().integer().min(1024).max(65_535).required()
const boardAsked = Joi.object({
  plan: whole,
  port,
  backup: Joi.object().pattern(Joi.string().max(200), value).max(2000),
})
const shown = Joi.boolean().required()
const boxes = Joi.array().items(Joi.string().max(100)).max(500)
const page = Joi.object({ below: version.min(1), limit: Joi.number().integer().min(1).max(200).default(100) })

export const bodies = {
  'POST /api/session': Joi.object({ passphrase: Joi.string().max(200).required(), name: label.allow('').max(60).default('') }),

  'POST /api/builds': Joi.object({
    name: label,
    board: Joi.string().max(40),
    file: Joi.string().allow(''),
    copy: Joi.string().max(60),
    author,
  })
    .xor('file', 'board', 'copy')
    .with('board', 'name')
    .with('copy', 'name'),
  'PUT /api/builds/:id': Joi.object({
    base: version.min(1).required(),
    plan: whole,
    edits: Joi.array()
      .items(Joi.object({ type: Joi.string().max(60).required() }).unknown(true))
      .max(5000)
      .required(),
    steps: Joi.array().items(prose).max(5000).required(),
    author,
    note: prose.default(''),
    saveId: Joi.string().pattern(/^[\w-]{8,40}$/, 'id'),
    stepIds: Joi.array()
      .items(Joi.string().pattern(/^[\w.-]{8,80}$/, 'id'))
      .max(5000)
      .default([]),
  }),
  'PUT /api/builds/:id/removed': Joi.object({ removed: Joi.boolean().required() }),
  'PUT /api/builds/:id/tags': Joi.object({ tags: Joi.array().items(label.max(40)).max(12).unique().required() }),
  'PUT /api/builds/:id/versions/:number/note': Joi.object({ note: prose.required() }),
  'POST /api/builds/:id/versions/:number/take-up': Joi.object({ author }),

  'POST /api/definitions': Joi.object({
    file: Joi.string().required(),
    // What becomes of definitions that are there already, and otherwise than in the file.
    there: Joi.string().valid('replace', 'keep'),
    author,
  }),
  'PUT /api/definitions/:kind/:id': Joi.object({
    definition: whole,
    base: version.min(0).required(),
    author,
    note: prose.default(''),
  }),

  'PUT /api/collection/:kind/:id': Joi.object({
    name: label.required(),
    text: Joi.string().allow('').max(4_000_000).required(),
    on: version.min(0).required(),
  }),

  'POST /api/pictures': Joi.object({ picture: Joi.string().base64().max(limits.file).required() }),

  'POST /api/papers': Joi.object({
    plan: whole,
    parts: Joi.array()
      .items(Joi.string().valid(...Object.keys(paperParts)))
      .min(1)
      .unique()
      .required(),
    layers: Joi.object({ main: shown, signal: shown, video: shown, supply: shown, ground: shown }).required(),
    paper: Joi.string().valid('A4', 'A3').required(),
    blackAndWhite: Joi.boolean().default(false),
    arrangement: Joi.object({
      left: boxes.required(),
      right: boxes.required(),
      between: Joi.array()
        .items(
          Joi.object({
            id: Joi.string().max(100).required(),
            brim: Joi.string().valid('top', 'bottom').required(),
            side: Joi.string().valid('left', 'right').required(),
          }),
        )
        .max(500),
      rows: Joi.object()
        .pattern(Joi.string().max(100), Joi.array().items(Joi.string().max(160)).max(200))
        .max(500),
      round: Joi.object().pattern(Joi.string().max(160), Joi.string().valid('top', 'bottom')).max(2000),
    }),
    version: version.min(1),
  }),
  'POST /api/templates/render': Joi.object({ plan: whole, text: Joi.string().allow('').max(100_000).required() }),

  'POST /api/board/pasted': Joi.object({
    plan: whole,
    text: Joi.string().allow('').max(500_000).required(),
    pattern: Joi.string().max(500).required(),
  }),
  'POST /api/board/display': Joi.object({
    port,
    columns: Joi.number().integer().min(1).max(200).required(),
    rows: Joi.number().integer().min(1).max(100).required(),
    // As they go over its text link.
    bytes: Joi.array().items(Joi.number().integer().min(0).max(255)).max(20_000).required(),
  }),
  'POST /api/board/read': boardAsked,
  'POST /api/board/write': boardAsked,
  'POST /api/board/restore': boardAsked,
  'POST /api/board/rescue': boardAsked,

  'POST /api/backups': Joi.object({}),
  'POST /api/backups/:name/restore': Joi.object({}),
} satisfies Record<RouteWithBody, Joi.ObjectSchema>

export const queries = {
  'GET /api/builds': Joi.object({
    search: Joi.string().allow('').max(80).default(''),
    limit: Joi.number().integer().min(1).max(100).default(50),
    offset: Joi.number().integer().min(0).default(0),
    order: Joi.string()
      .valid(...buildOrders)
      .default('made'),
  }),
  'GET /api/builds/:id/raw': Joi.object({ version: version.min(1) }),
  'GET /api/builds/:id/versions': page,
  'DELETE /api/definitions/:kind/:id': Joi.object({
    base: version.min(1).required(),
    author: Joi.string().max(80).default('me'),
  }),
  'GET /api/definitions/:kind/:id/versions': page,
  'DELETE /api/collection/:kind/:id': Joi.object({ on: version.min(1).required() }),
} satisfies Record<RouteWithQuery, Joi.ObjectSchema>

/** What is there in any case once a body or query is read, since it has a default. */
interface Filled {
  'POST /api/session': 'name'
  'POST /api/builds': 'author'
  'PUT /api/builds/:id': 'author' | 'note' | 'stepIds'
  'POST /api/builds/:id/versions/:number/take-up': 'author'
  'POST /api/definitions': 'author'
  'PUT /api/definitions/:kind/:id': 'author' | 'note'
  'POST /api/papers': 'blackAndWhite'
  'GET /api/builds': 'search' | 'limit' | 'offset' | 'order'
  'GET /api/builds/:id/versions': 'limit'
  'DELETE /api/definitions/:kind/:id': 'author'
  'GET /api/definitions/:kind/:id/versions': 'limit'
}

type WithDefaults<T, R extends Route> = R extends keyof Filled ? T & Required<Pick<T, Filled[R] & keyof T>> : T

/** What a route's body is once it was read. */
export type ReadBody<R extends RouteWithBody> = WithDefaults<Body<R>, R>
/** What a route's query is once it was read. */
export type ReadQuery<R extends RouteWithQuery> = WithDefaults<Query<R>, R>
