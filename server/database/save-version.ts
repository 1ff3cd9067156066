import type { Edit, Plan } from '#core/plan'
import { StaleSave, type BuildRepository, type NewVersion } from './builds'

/** What a version is made of: the plan before, the edits, and what they are said to come to. */
export interface Replayable {
  before: Plan
  edits: Edit[]
  plan: Plan
}

/** Looks a version through; see `replayed`. */
export type Replayer = (version: Replayable) => Promise<{ plan?: Plan }>

/**
 * Saves a new version made on `base`, once its edits are seen to lead there from it.
 * A save that came in already is not made again; its number is given.
 * @throws StaleSave when another version was saved since
 * @throws what the replayer throws
 */
export async function saveVersion(
  builds: BuildRepository,
  id: string,
  base: number,
  version: NewVersion,
  replay: Replayer,
): Promise<number> {
  const made = version.saveId === undefined ? undefined : builds.numberOf(id, version.saveId)
  if (made !== undefined) return made
  const newest = builds.find(id)?.version
  if (newest !== undefined && newest !== base) throw new StaleSave(newest)
  const before = builds.plan(id, base)
  if (!before) throw new Error(`there is no version ${base} of build "${id}"`)
  const { plan = version.plan } = await replay({ before, edits: version.edits, plan: version.plan })
  return builds.save(id, base, { ...version, plan })
}
