import { planSchema, upgradePlan, type Edit, type Plan } from '#core/plan'
import type { Connection } from './open'

export interface BuildRow {
  id: string
  name: string
  version: number
  createdAt: string
  updatedAt: string
  removed: boolean
}

export interface VersionRow {
  number: number
  savedAt: string
  author: string
  note: string
  steps: string[]
}

export interface NewVersion {
  plan: Plan
  /** What leads here from the version before. */
  edits: Edit[]
  steps: string[]
  author: string
  note: string
  /** Given by the sender: the same save sent again makes no other version. */
  saveId?: string
}

/** A save that was made on a version that is not the newest any more. */
export class StaleSave extends Error {
  constructor(readonly newest: number) {
    super(`version ${newest} was saved first`)
  }
}

interface RawBuild {
  id: string
  name: string
  version: number
  created_at: string
  updated_at: string
  removed_at: string | null
}

interface RawVersion {
  number: number
  saved_at: string
  author: string
  note: string
  steps: string
}

export type BuildRepository = ReturnType<typeof buildRepository>

/** Builds and their versions. Every write is one transaction, which waits its turn before it reads. */
export function buildRepository(connection: Connection, now: () => string) {
  const all = connection.prepare<[], RawBuild>('SELECT * FROM builds ORDER BY removed_at IS NOT NULL, created_at, rowid')
  const one = connection.prepare<[string], RawBuild>('SELECT * FROM builds WHERE id = ?')
  const insert = connection.prepare(
    'INSERT INTO builds (id, name, version, created_at, updated_at) VALUES (@id, @name, 1, @at, @at)',
  )
  const advance = connection.prepare('UPDATE builds SET name = @name, version = @number, updated_at = @at WHERE id = @id')
  const addVersion = connection.prepare(
    `INSERT INTO versions (build_id, number, saved_at, author, note, plan, edits, edits_schema, steps, save_id)
     VALUES (@id, @number, @at, @author, @note, @plan, @edits, @schema, @steps, @saveId)`,
  )
  const versions = connection.prepare<[string], RawVersion>(
    'SELECT number, saved_at, author, note, steps FROM versions WHERE build_id = ? ORDER BY number DESC LIMIT 500',
  )
  const planOf = connection.prepare<[string, number], { plan: string }>(
    'SELECT plan FROM versions WHERE build_id = ? AND number = ?',
  )
  const bySave = connection.prepare<[string, string], { number: number }>(
    'SELECT number FROM versions WHERE build_id = ? AND save_id = ?',
  )
  const setNote = connection.prepare('UPDATE versions SET note = @note WHERE build_id = @id AND number = @number')
  const setRemoved = connection.prepare('UPDATE builds SET removed_at = @at WHERE id = @id')

  const writeVersion = (
    id: string,
    number: number,
    at: string,
    { plan, edits, steps, author, note, saveId = undefined }: NewVersion,
  ) =>
    addVersion.run({
      id,
      number,
      at,
      author,
      note,
      plan: JSON.stringify(plan),
      edits: JSON.stringify(edits),
      schema: planSchema,
      saveId: saveId ?? null,
      steps: JSON.stringify(steps),
    })

  return {
    list: (): BuildRow[] => all.all().map(buildRow),

    find: (id: string): BuildRow | undefined => {
      const row = one.get(id)
      return row && buildRow(row)
    },

    plan: (id: string, number: number): Plan | undefined => {
      const row = planOf.get(id, number)
      return row && (upgradePlan(JSON.parse(row.plan) as Record<string, unknown>) as unknown as Plan)
    },

    versions: (id: string): VersionRow[] =>
      versions.all(id).map((row) => ({
        number: row.number,
        savedAt: row.saved_at,
        author: row.author,
        note: row.note,
        steps: JSON.parse(row.steps) as string[],
      })),

    create: connection.transaction((id: string, version: NewVersion): void => {
      const at = now()
      insert.run({ id, name: version.plan.name, at })
      writeVersion(id, 1, at, version)
    }).immediate,

    /** Saves a new version made on `base`. @throws StaleSave when another was saved since */
    save: connection.transaction((id: string, base: number, version: NewVersion): number => {
      const build = one.get(id)
      if (!build) throw new Error(`there is no build "${id}"`)
      if (build.version !== base) throw new StaleSave(build.version)
      const at = now()
      const number = base + 1
      writeVersion(id, number, at, version)
      advance.run({ id, number, at, name: version.plan.name })
      return number
    }).immediate,

    /** The version that a save made, if it came in already. */
    numberOf: (id: string, saveId: string): number | undefined => bySave.get(id, saveId)?.number,

    annotate: (id: string, number: number, note: string): boolean => setNote.run({ id, number, note }).changes === 1,

    setRemoved: (id: string, removed: boolean): boolean => setRemoved.run({ id, at: removed ? now() : null }).changes === 1,
  }
}

function buildRow(row: RawBuild): BuildRow {
  return {
    id: row.id,
    name: row.name,
    version: row.version,
    createdAt: row.created_at,
    updatedAt: row.updated_at,
    removed: row.removed_at !== null,
  }
}
