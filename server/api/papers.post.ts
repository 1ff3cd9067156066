import type { Body } from '#contract'
import { answering } from '../answering'
import Joi from 'joi'
import { paperParts } from '#core/documents'
import { fontsAtHand } from '../papers/fonts-at-hand'
import { readValid } from '../security/body'
import { personOf } from '../security/person'
import { leaving } from '../security/refusals'
import { workPool } from '../work/pool'

const on = Joi.boolean().required()
const boxes = Joi.array().items(Joi.string().max(100)).max(500)
const body = Joi.object({
  plan: Joi.object().unknown(true).required(),
  parts: Joi.array()
    .items(Joi.string().valid(...Object.keys(paperParts)))
    .min(1)
    .unique()
    .required(),
  layers: Joi.object({ main: on, signal: on, video: on, supply: on, ground: on }).required(),
  paper: Joi.string().valid('A4', 'A3').required(),
  blackAndWhite: Joi.boolean().default(false),
  arrangement: Joi.object({
    left: boxes.required(),
    right: boxes.required(),
    rows: Joi.object()
      .pattern(Joi.string().max(100), Joi.array().items(Joi.string().max(160)).max(200))
      .max(500),
    round: Joi.object().pattern(Joi.string().max(160), Joi.string().valid('top', 'bottom')).max(2000),
  }),
  version: Joi.number().integer().min(1),
})

/** The papers of a plan as one PDF: drawing and tables, as many as are asked for. */
export default answering('POST /api/papers', (event) => {
  const person = personOf(event)
  return workPool().admit('papers', person, async () => {
    const { plan, ...wanted } = await readValid<Body<'POST /api/papers'> & { blackAndWhite: boolean }>(event, body, 'papers')
    const date = new Date().toISOString().slice(0, 10)
    const asked = { plan, wanted: { ...wanted, date }, fonts: await fontsAtHand() }
    const pdf = await workPool().run('papers', asked, { person, leaving: leaving(event) })
    setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'attachment' })
    return Buffer.from(pdf)
  })
})
