import Joi from 'joi'
import type { Edit, Plan } from '#core/plan'
import { editSchema, readPlan } from '#core/schema'
import { useStore } from '../../../database'
import { StaleSave } from '../../../database/builds'
import { notThere, readValid, refusing } from '../../../security/body'

interface Body {
  base: number
  plan: Plan
  edits: Edit[]
  steps: string[]
  author: string
  note: string
}

const body = Joi.object({
  base: Joi.number().integer().min(1).required(),
  plan: Joi.object().unknown(true).required(),
  edits: Joi.array().items(editSchema).max(5000).required(),
  steps: Joi.array().items(Joi.string().max(400)).max(5000).required(),
  author: Joi.string().max(80).default('me'),
  note: Joi.string().allow('').max(2000).default(''),
})

/** Saves a version made on version `base`; 409 with the newest version when another was saved first. */
export default defineEventHandler(async (event) => {
  const { base, plan, ...rest } = await readValid<Body>(event, body)
  const checked = refusing(() => readPlan(plan))
  const { builds } = await useStore()
  const id = getRouterParam(event, 'id')!
  if (!builds.find(id)) throw notThere('this build')
  try {
    return { version: builds.save(id, base, { ...rest, plan: checked }) }
  } catch (error) {
    if (!(error instanceof StaleSave)) throw error
    setResponseStatus(event, 409)
    return { newest: error.newest, plan: builds.plan(id, error.newest)!, versions: builds.versions(id).slice(0, 20) }
  }
})
