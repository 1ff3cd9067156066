import Joi from 'joi'
import type { Plan } from '#core/plan'
import { readValid } from '../../security/body'
import { leaving } from '../../security/refusals'
import { workPool } from '../../work/pool'

interface Body {
  plan: Plan
  text: string
  pattern: string
}

const body = Joi.object({
  plan: Joi.object().unknown(true).required(),
  text: Joi.string().allow('').max(500_000).required(),
  pattern: Joi.string().max(500).required(),
})

/** What a board printed, beside what the plan intends: picked out by a pattern, in a thread that can be stopped. */
export default defineEventHandler(async (event) => {
  const { plan, text, pattern } = await readValid<Body>(event, body)
  return workPool().run('readBack', { plan, text, pattern }, leaving(event))
})
