import type { Body } from '#contract'
import { answering } from '../../../../../answering'
import Joi from 'joi'
import { label } from '#core/schema'
import { changing, useBriefs } from '../../../../../database'
import { readValid } from '../../../../../security/body'
import { authorOf } from '../../../../../security/gate'
import { notThere } from '../../../../../security/refusals'

/** Makes an older version the newest again, also where the newest cannot be read. */
export default answering('POST /api/builds/:id/versions/:number/take-up', async (event) => {
  const { author } = await readValid<Body<'POST /api/builds/:id/versions/:number/take-up'>>(
    event,
    Joi.object({ author: label.default('me') }),
  )
  const { id, number } = getRouterParams(event)
  const version = await changing(({ builds }) => builds.takeUp(id!, Number(number), authorOf(event, author)))
  if (version === undefined) throw notThere('this version')
  ;(await useBriefs()).soon(id!)
  return { version }
})
