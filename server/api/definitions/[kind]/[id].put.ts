import { answering } from '../../../answering'
import { changing, reading } from '../../../database'
import { StaleDefinition } from '../../../database/definitions'
import { bodyOf } from '../../../security/body'
import { authorOf } from '../../../security/gate'
import { leaving, refused } from '../../../security/refusals'
import { workPool } from '../../../work/pool'

/**
 * Keeps a definition as the user's own, made on version `base` (0: a shipped one, or
 * none); it then comes before a shipped one of the same name. 409 with what is there
 * when somebody else changed it first.
 */
export default answering('PUT /api/definitions/:kind/:id', async (event) => {
  const { definition, base, author, note } = await bodyOf(event, 'PUT /api/definitions/:kind/:id')
  const checked = await workPool().run('definition', definition, { leaving: leaving(event) })
  const { kind, id } = getRouterParams(event)
  if (checked.kind !== kind || checked.id !== id) {
    throw refused([{ place: 'id', message: `the definition is ${checked.kind} "${checked.id}", not ${kind} "${id}"` }])
  }
  try {
    return {
      version: await changing(({ catalogue }) => catalogue.save(checked, base, { author: authorOf(event, author), note })),
    }
  } catch (error) {
    if (!(error instanceof StaleDefinition)) throw error
    setResponseStatus(event, 409)
    const { catalogue } = await reading()
    const [last] = catalogue.versions(kind, id, { limit: 1 })
    return { newest: error.newest, definition: catalogue.find(kind, id)?.definition, author: last?.author ?? '' }
  }
})
