import { EditError, replay, sectionsUnlike, type Plan } from '#core/plan'
import { readPlan } from '#core/schema'
import { StaleSave, type BuildRepository, type NewVersion } from './builds'

/** The edits of a version do not lead there from the version before. */
export class NotReplayed extends Error {
  constructor(
    readonly place: string,
    message: string,
  ) {
    super(message)
  }
}

/**
 * Saves a new version made on `base`, once its edits are seen to lead there from it.
 * A save that came in already is not made again; its number is given.
 * @throws StaleSave when another version was saved since
 * @throws NotReplayed naming the edit that does not fit, or the section that comes out otherwise
 * @throws InputError when the plan is not one
 */
export function saveVersion(builds: BuildRepository, id: string, base: number, version: NewVersion): number {
  const made = version.saveId === undefined ? undefined : builds.numberOf(id, version.saveId)
  if (made !== undefined) return made
  const plan = readPlan(version.plan)
  const newest = builds.find(id)?.version
  if (newest !== undefined && newest !== base) throw new StaleSave(newest)
  const before = builds.plan(id, base)
  if (!before) throw new Error(`there is no version ${base} of build "${id}"`)
  const [unlike] = sectionsUnlike(led(before, version), plan)
  if (unlike) throw new NotReplayed(unlike, 'is not what the edits lead to')
  return builds.save(id, base, { ...version, plan })
}

function led(before: Plan, { edits }: NewVersion): Plan {
  try {
    return readPlan(replay(before, edits))
  } catch (error) {
    if (error instanceof EditError) throw new NotReplayed(error.place, error.message.replace(`${error.place}: `, ''))
    throw error
  }
}
