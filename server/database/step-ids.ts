import type { Connection } from './open'

/** What of a save's steps came in before, and whose steps came in since the version that it was made on. */
export interface StepsSince {
  /** Those of its steps that the build has already, in whichever version they came in. */
  known: string[]
  /** The steps of all versions since; nothing where a version does not name each of its own. */
  since?: string[]
}

/** Most steps since a version that are named; more are as good as none. */
const most = 2000

/** Which steps a build has, by the ids they have for life. */
export function stepIds(connection: Connection) {
  const add = connection.prepare('INSERT OR IGNORE INTO saved_steps (build_id, step_id, number) VALUES (?, ?, ?)')
  const one = connection.prepare<[string, string], { number: number }>(
    'SELECT number FROM saved_steps WHERE build_id = ? AND step_id = ?',
  )
  const after = connection.prepare<[string, number, number], { step_id: string; number: number }>(
    'SELECT step_id, number FROM saved_steps WHERE build_id = ? AND number > ? LIMIT ?',
  )
  const known = (build: string, ids: readonly string[]) => ids.filter((id) => one.get(build, id))
  return {
    keep: (build: string, number: number, ids: readonly string[]): void => {
      for (const id of ids) add.run(build, id, number)
    },
    known,
    /** @param versions that came in since `base` */
    since: (build: string, base: number, versions: readonly number[], ids: readonly string[]): StepsSince => {
      const named = after.all(build, base, most)
      const all = named.length < most && versions.every((number) => named.some((step) => step.number === number))
      return { known: known(build, ids), ...(all ? { since: named.map(({ step_id: id }) => id) } : {}) }
    },
  }
}
