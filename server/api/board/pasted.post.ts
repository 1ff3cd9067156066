import type { Body } from '#contract'
import { answering } from '../../answering'
import Joi from 'joi'
import { readValid } from '../../security/body'
import { personOf } from '../../security/person'
import { leaving } from '../../security/refusals'
import { workPool } from '../../work/pool'

const body = Joi.object({
  plan: Joi.object().unknown(true).required(),
  text: Joi.string().allow('').max(500_000).required(),
  pattern: Joi.string().max(500).required(),
})

/** What a board printed, beside what the plan intends: picked out by a pattern, in a thread that can be stopped. */
export default answering('POST /api/board/pasted', (event) => {
  const person = personOf(event)
  return workPool().admit('patterns', person, async () => {
    const asked = await readValid<Body<'POST /api/board/pasted'>>(event, body, 'patterns')
    return workPool().run('readBack', asked, { person, leaving: leaving(event) })
  })
})
