import Joi from 'joi'
import { editSchema } from '#core/schema'
import { useStore } from '../../../database'
import { StaleSave, type NewVersion } from '../../../database/builds'
import { NotReplayed, saveVersion } from '../../../database/save-version'
import { notThere, readValid, refused, refusing } from '../../../security/body'

interface Body extends NewVersion {
  base: number
}

const body = Joi.object({
  base: Joi.number().integer().min(1).required(),
  plan: Joi.object().unknown(true).required(),
  edits: Joi.array().items(editSchema).max(5000).required(),
  steps: Joi.array().items(Joi.string().max(400)).max(5000).required(),
  author: Joi.string().max(80).default('me'),
  note: Joi.string().allow('').max(2000).default(''),
  saveId: Joi.string().pattern(/^[\w-]{8,40}$/, 'id'),
})

/**
 * Saves a version made on version `base`: 409 with the newest version when another
 * was saved first, 422 when its edits do not lead from `base` to its plan.
 */
export default defineEventHandler(async (event) => {
  const { base, ...version } = await readValid<Body>(event, body)
  const { builds } = await useStore()
  const id = getRouterParam(event, 'id')!
  if (!builds.find(id)) throw notThere('this build')
  try {
    return { version: refusing(() => saveVersion(builds, id, base, version)) }
  } catch (error) {
    if (error instanceof NotReplayed) throw refused([{ place: error.place, message: error.message }], 422)
    if (!(error instanceof StaleSave)) throw error
    setResponseStatus(event, 409)
    return { newest: error.newest, plan: builds.plan(id, error.newest)!, versions: builds.versions(id).slice(0, 20) }
  }
})
