import type { Body } from '#contract'
import { answering } from '../../answering'
import Joi from 'joi'
import { readValid } from '../../security/body'
import { personOf } from '../../security/person'
import { leaving } from '../../security/refusals'
import { workPool } from '../../work/pool'

const body = Joi.object({ plan: Joi.object().unknown(true).required(), text: Joi.string().allow('').max(100_000).required() })

/** What a template makes of a plan, in a thread with limits of time and memory; what is wrong in it with its line. */
export default answering('POST /api/templates/render', (event) => {
  const person = personOf(event)
  return workPool().admit('patterns', person, async () => {
    const asked = await readValid<Body<'POST /api/templates/render'>>(event, body, 'patterns')
    return workPool().run('template', asked, { person, leaving: leaving(event) })
  })
})
