import Joi from 'joi'
import type { Layers } from '#core/harness'
import type { Plan } from '#core/plan'
import { fontsAtHand } from '../papers/fonts-at-hand'
import type { Paper } from '../papers/pdf'
import { readValid } from '../security/body'
import { leaving } from '../security/refusals'
import { workPool } from '../work/pool'

interface Body {
  plan: Plan
  layers: Layers
  paper: Paper
}

const on = Joi.boolean().required()
const body = Joi.object({
  plan: Joi.object().unknown(true).required(),
  layers: Joi.object({ main: on, signal: on, video: on, supply: on, ground: on }).required(),
  paper: Joi.string().valid('A4', 'A3').required(),
})

/** The harness drawing of a plan on one sheet of paper, as PDF. */
export default defineEventHandler(async (event) => {
  const wanted = await readValid<Body>(event, body)
  const pdf = await workPool().run('drawing', { ...wanted, fonts: await fontsAtHand() }, leaving(event))
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'attachment' })
  return Buffer.from(pdf)
})
