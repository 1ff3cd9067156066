import Joi from 'joi'
import { harnessSvg } from '#core/documents'
import { drawHarness, wiresOf, type Layers } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'
import { readPlan } from '#core/schema'
import { svgToPdf, type Paper } from '../papers/pdf'
import { readValid, refusing } from '../security/body'

interface Body {
  plan: Plan
  layers: Layers
  paper: Paper
}

const on = Joi.boolean().required()
const body = Joi.object({
  plan: Joi.object().unknown(true).required(),
  layers: Joi.object({ signal: on, video: on, supply: on, ground: on }).required(),
  paper: Joi.string().valid('A4', 'A3').required(),
})

/** The harness drawing of a plan on one sheet of paper, as PDF. */
export default defineEventHandler(async (event) => {
  const { plan, layers, paper } = await readValid<Body>(event, body)
  const resolved = refusing(() => resolvePlan(readPlan(plan)))
  const drawing = drawHarness(resolved, wiresOf(resolved), layers)
  const pdf = await svgToPdf(harnessSvg(drawing, resolved.plan.name, { blackAndWhite: true }), {
    paper,
    title: `${resolved.plan.name}: harness`,
    width: drawing.width,
    height: drawing.height,
  })
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'attachment' })
  return pdf
})
