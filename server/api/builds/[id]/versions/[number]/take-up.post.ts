import { answering } from '../../../../../answering'
import { changing, useBriefs } from '../../../../../database'
import { bodyOf } from '../../../../../security/body'
import { authorOf } from '../../../../../security/gate'
import { notThere } from '../../../../../security/refusals'

/** Makes an older version the newest again, also where the newest cannot be read. */
export default answering('POST /api/builds/:id/versions/:number/take-up', async (event) => {
  const { author } = await bodyOf(event, 'POST /api/builds/:id/versions/:number/take-up')
  const { id, number } = getRouterParams(event)
  const version = await changing(({ builds }) => builds.takeUp(id!, Number(number), authorOf(event, author)))
  if (version === undefined) throw notThere('this version')
  ;(await useBriefs()).soon(id!)
  return { version }
})
