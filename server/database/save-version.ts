import type { Edit, Plan } from '#core/plan'
import { NotStored, type NewVersion } from './builds'
import type { StoreKeeper } from './keeper'

/** What a version is made of: the plan before, the edits, and what they are said to come to. */
export interface Replayable {
  before: Plan
  edits: Edit[]
  plan: Plan
}

/** Looks a version through; see `replayed`. */
export type Replayer = (version: Replayable) => Promise<{ plan?: Plan }>

/** What is asked of the keeper of the data. */
export type Kept = Pick<StoreKeeper, 'change' | 'generation' | 'reading'>

/** The number of a version, and whether it had come in before. */
export interface Stored {
  version: number
  again: boolean
}

/**
 * Saves a new version made on `base`, once its edits are seen to lead there from it.
 * A save that came in already is not made again; its number is given.
 * @throws StaleSave when another version was saved since, or some of its steps came in already
 * @throws NotStored when there is no such build, or not any more
 * @throws what the replayer throws
 */
export async function saveVersion(kept: Kept, id: string, base: number, version: NewVersion, replay: Replayer): Promise<Stored> {
  const { builds } = kept.reading()
  const { generation } = kept
  const made = version.saveId === undefined ? undefined : builds.numberOf(id, version.saveId)
  if (made !== undefined) return { version: made, again: true }
  builds.requireNew(id, base, version.stepIds)
  const before = builds.plan(id, base)
  if (!before) throw new NotStored(`version ${base} of this build is not there any more`)
  const { plan = version.plan } = await replay({ before, edits: version.edits, plan: version.plan })
  return { version: kept.change((store) => store.builds.save(id, base, { ...version, plan }), generation), again: false }
}
