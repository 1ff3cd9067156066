import { answering } from '../../../answering'
import type { H3Event } from 'h3'
import { mayDo, type Role } from '#core/plan'
import { reading, useBriefs, useKeeper } from '../../../database'
import { StaleSave, type NewVersion } from '../../../database/builds'
import { saveVersion } from '../../../database/save-version'
import { bodyOf } from '../../../security/body'
import { authorOf } from '../../../security/gate'
import { personOf } from '../../../security/person'
import { leaving, refusal } from '../../../security/refusals'
import { NotDone } from '../../../work/lane'
import { workPool } from '../../../work/pool'

/**
 * Saves a version made on version `base`: 409 with the newest version, and what of the
 * steps is in already, when another was saved first; the same as 200 when all of the steps
 * are in; 422 when its edits do not lead from `base` to its plan; 403 when one of them is
 * not for whoever asks.
 */
export default answering('PUT /api/builds/:id', (event) => workPool().admit('saves', personOf(event), () => save(event)))

async function save(event: H3Event) {
  const { base, ...sent } = await bodyOf(event, 'PUT /api/builds/:id', 'saves')
  const version = { ...sent, author: authorOf(event, sent.author) }
  const keeper = await useKeeper()
  const id = getRouterParam(event, 'id')!
  const gone = leaving(event)
  try {
    const stored = await saveVersion(keeper, id, base, version, async (replayable) => {
      const replayed = await workPool().run('replay', replayable, { leaving: gone })
      refuseBeyond(event.context.role as Role, version.edits)
      return replayed
    })
    ;(await useBriefs()).soon(id)
    return stored
  } catch (error) {
    // What was not looked at in time may well be sound: it is asked for again.
    if (error instanceof NotDone && error.kind === 'too-long')
      throw new NotDone('busy', 'the save could not be looked at in time; nothing was saved', 5)
    if (!(error instanceof StaleSave)) throw error
    const { builds } = await reading()
    const { newest, steps } = error
    const allIn = version.stepIds.length > 0 && steps.known.length === version.stepIds.length
    setResponseStatus(event, allIn ? 200 : 409)
    return { newest, plan: builds.plan(id, newest)!, versions: builds.versions(id, { limit: 20 }), ...steps }
  }
}

/** The edits were seen to lead to the plan that was sent, so that what they may touch is all that is touched. */
function refuseBeyond(role: Role, edits: NewVersion['edits']): void {
  const at = edits.findIndex((edit) => !mayDo(role, edit))
  if (at < 0) return
  const message = `as ${role} you may not do this (${edits[at]!.type})`
  throw refusal(403, message, { problems: [{ place: `edits[${at}]`, message }] })
}
