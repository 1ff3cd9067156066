import type { Statement } from 'better-sqlite3'
import type { BuildOrder, BuildSave, BuildSummary, SavedVersion } from '#contract'
import type { Brief } from '#core/engine'
import { partNames, planSchema, upgradePlan, type Edit, type Plan } from '#core/plan'
import type { Connection } from './open'
import { pack, partStore, unpack } from './parts'
import { stepIds, type StepsSince } from './step-ids'
import { toThin, type VersionAge } from './thinning'

export type NewVersion = Omit<BuildSave, 'base'> & { brief?: Brief }

/** There is no such build, or no such version of it: it may have been deleted meanwhile. */
export class NotStored extends Error {}

/** A save that was made on a version that is not the newest any more, or some of whose steps came in before. */
export class StaleSave extends Error {
  constructor(
    readonly newest: number,
    readonly steps: StepsSince = { known: [] },
  ) {
    super(`version ${newest} was saved first`)
  }
}

/** A plan that lies in the database and cannot be read. */
export class UnreadablePlan extends Error {
  constructor(
    message: string,
    /** What went wrong below: not called cause, which the web framework would take for the error itself. */
    readonly because: unknown,
  ) {
    super(message)
  }
}

interface RawBuild {
  id: string
  name: string
  version: number
  created_at: string
  updated_at: string
  removed_at: string | null
  tags: string
  brief: string | null
}

interface RawVersion {
  number: number
  saved_at: string
  author: string
  note: string
  steps: string
}

interface StoredPlan {
  plan: string
  root: string | null
}

interface StoredEdits {
  number: number
  edits: string
  packed_edits: Buffer | null
  edits_schema: number
  steps: string
}

export type BuildRepository = ReturnType<typeof buildRepository>

/** Orders of the list of builds, each as SQL. */
const orders = {
  made: 'builds.created_at',
  'made-down': 'builds.created_at DESC',
  name: 'builds.name COLLATE NOCASE',
  'name-down': 'builds.name COLLATE NOCASE DESC',
  saved: 'builds.updated_at',
  'saved-down': 'builds.updated_at DESC',
  version: 'builds.version',
  'version-down': 'builds.version DESC',
} as const satisfies Record<BuildOrder, string>

/** How often the versions of a build are looked through for those that need not be kept. */
const thinEvery = 20

/** Builds and their versions. Every write is one transaction, which waits its turn before it reads. */
export function buildRepository(connection: Connection, now: () => string) {
  const parts = partStore(connection)
  const steps = stepIds(connection)
  const withBrief = `SELECT builds.*, (
      SELECT brief FROM versions WHERE build_id = builds.id AND brief IS NOT NULL ORDER BY number DESC LIMIT 1
    ) AS brief FROM builds`
  const found = `(search LIKE @like ESCAPE '\\' OR tags LIKE @like ESCAPE '\\')`
  const pages = Object.fromEntries(
    Object.entries(orders).map(([order, by]) => [
      order,
      connection.prepare<[{ like: string; limit: number; offset: number }], RawBuild>(
        `${withBrief} WHERE ${found} ORDER BY removed_at IS NOT NULL, ${by}, builds.rowid LIMIT @limit OFFSET @offset`,
      ),
    ]),
  ) as Record<BuildOrder, Statement<[{ like: string; limit: number; offset: number }], RawBuild>>
  const count = connection.prepare<[{ like: string }], { count: number }>(`SELECT count(*) AS count FROM builds WHERE ${found}`)
  const one = connection.prepare<[string], RawBuild>(`${withBrief} WHERE builds.id = ?`)
  const insert = connection.prepare(
    'INSERT INTO builds (id, name, version, created_at, updated_at, search) VALUES (@id, @name, 1, @at, @at, @search)',
  )
  const advance = connection.prepare(
    'UPDATE builds SET name = @name, version = @number, updated_at = @at, search = @search WHERE id = @id',
  )
  const addVersion = connection.prepare(
    `INSERT INTO versions (build_id, number, saved_at, author, note, plan, root, edits, packed_edits, edits_schema, steps, save_id, brief)
     VALUES (@id, @number, @at, @author, @note, '', @root, '', @edits, @schema, @steps, @saveId, @brief)`,
  )
  const versions = connection.prepare<[string, number, number], RawVersion>(
    'SELECT number, saved_at, author, note, steps FROM versions WHERE build_id = ? AND number < ? ORDER BY number DESC LIMIT ?',
  )
  const ages = connection.prepare<[string], VersionAge>(
    'SELECT number, saved_at AS savedAt, note FROM versions WHERE build_id = ? ORDER BY number',
  )
  const planOf = connection.prepare<[string, number], StoredPlan>(
    'SELECT plan, root FROM versions WHERE build_id = ? AND number = ?',
  )
  const editsOf = connection.prepare<[string, number], StoredEdits>(
    'SELECT number, edits, packed_edits, edits_schema, steps FROM versions WHERE build_id = ? AND number >= ? ORDER BY number LIMIT 2',
  )
  const setEdits = connection.prepare(
    `UPDATE versions SET edits = '', packed_edits = @edits, edits_schema = @schema, steps = @steps
     WHERE build_id = @id AND number = @number`,
  )
  const dropVersion = connection.prepare('DELETE FROM versions WHERE build_id = ? AND number = ?')
  const numbersSince = connection.prepare<[string, number], { number: number }>(
    'SELECT number FROM versions WHERE build_id = ? AND number > ?',
  )
  const bySave = connection.prepare<[string, string], { number: number }>(
    'SELECT number FROM versions WHERE build_id = ? AND save_id = ?',
  )
  const setNote = connection.prepare('UPDATE versions SET note = @note WHERE build_id = @id AND number = @number')
  /** Its edits do not lead there. */
  const setUntried = connection.prepare('UPDATE versions SET edits_schema = 0 WHERE build_id = ? AND number = ?')
  const setRemoved = connection.prepare('UPDATE builds SET removed_at = @at WHERE id = @id')
  const unpacked = connection.prepare<[], { build_id: string; number: number; plan: string; edits: string }>(
    `SELECT build_id, number, plan, edits FROM versions WHERE root IS NULL AND plan LIKE '{%' LIMIT 50`,
  )
  const setPacked = connection.prepare(
    `UPDATE versions SET plan = '', root = @root, edits = '', packed_edits = @edits WHERE build_id = @id AND number = @number`,
  )
  const setAside = connection.prepare(`UPDATE versions SET plan = ' ' || plan WHERE build_id = ? AND number = ?`)
  const setBrief = connection.prepare('UPDATE versions SET brief = ? WHERE build_id = ? AND number = ?')
  const unbriefed = connection.prepare<[], { id: string }>(
    `SELECT builds.id FROM builds JOIN versions ON build_id = builds.id AND number = version WHERE brief IS NULL`,
  )
  const setTags = connection.prepare('UPDATE builds SET tags = @tags WHERE id = @id')
  const dropBuild = connection.prepare('DELETE FROM builds WHERE id = ?')
  const setSearch = connection.prepare('UPDATE builds SET search = ? WHERE id = ?')

  function writeVersion(id: string, number: number, at: string, version: NewVersion): void {
    const { plan, edits, steps: labels, author, note, saveId, brief } = version
    addVersion.run({
      id,
      number,
      at,
      author,
      note,
      root: parts.keepPlan(plan),
      edits: pack(edits),
      schema: planSchema,
      saveId: saveId ?? null,
      steps: JSON.stringify(labels),
      brief: brief ? JSON.stringify(brief) : null,
    })
    steps.keep(id, number, version.stepIds ?? [])
  }

  /** @throws NotStored, or StaleSave when another version came in since, or some of the steps did already */
  function requireNew(id: string, base: number, ids: readonly string[] = []): void {
    const build = one.get(id)
    if (!build) throw new NotStored('this build is not there any more')
    if (build.version === base && !steps.known(id, ids).length) return
    const numbers = numbersSince.all(id, base).map(({ number }) => number)
    throw new StaleSave(build.version, steps.since(id, base, numbers, ids))
  }

  /** Takes versions away that need not be kept; their edits go over to the next one, so that these still lead there. */
  function thin(id: string): void {
    for (const number of toThin(ages.all(id), Date.parse(now()))) {
      const [gone, next] = editsOf.all(id, number)
      const merged = gone && next && mergedEdits(gone, next)
      if (!merged) continue
      const { root } = planOf.get(id, number)!
      setEdits.run({ id, number: next.number, ...merged })
      dropVersion.run(id, number)
      if (root) parts.release(root)
    }
  }

  /** Edits and steps of two versions as those of one; nothing when either cannot be read. */
  function mergedEdits(gone: StoredEdits, next: StoredEdits) {
    const both = [gone, next]
    try {
      return {
        steps: JSON.stringify(both.flatMap(({ steps }) => JSON.parse(steps) as string[])),
        edits: pack(both.flatMap(editsIn)),
        schema: gone.edits_schema === next.edits_schema ? next.edits_schema : 0,
      }
    } catch {
      return undefined
    }
  }

  /** As it lies in the database, brought up to the present schema. */
  function documentOf(id: string, number: number): Record<string, unknown> | undefined {
    const row = planOf.get(id, number)
    if (!row) return undefined
    return row.root ? parts.readPlan(row.root) : (JSON.parse(row.plan) as Record<string, unknown>)
  }

  function readPlan(id: string, number: number): Plan | undefined {
    try {
      const document = documentOf(id, number)
      return document && (upgradePlan(document) as unknown as Plan)
    } catch (error) {
      throw new UnreadablePlan(`version ${number} cannot be read: ${(error as Error).message}`, error)
    }
  }

  return {
    /** A page of the builds whose name, board or note holds some text, those archived last, and how many there are. */
    list: (search = '', limit = 100, offset = 0, order: BuildOrder = 'made'): { builds: BuildSummary[]; count: number } => {
      const like = `%${search.toLocaleLowerCase('en').replace(/[\\%_]/g, '\\$&')}%`
      return { builds: pages[order].all({ like, limit, offset }).map(buildRow), count: count.get({ like })!.count }
    },

    find: (id: string): BuildSummary | undefined => {
      const row = one.get(id)
      return row && buildRow(row)
    },

    /** The plan of a version. @throws UnreadablePlan when what is stored cannot be read */
    plan: readPlan,

    /** What is stored of a version, as it is, whatever state it is in. */
    raw: (id: string, number: number): string | undefined => {
      const row = planOf.get(id, number)
      if (!row?.root) return row?.plan
      try {
        return JSON.stringify(parts.readPlan(row.root), null, 2)
      } catch (error) {
        return JSON.stringify({ unreadable: (error as Error).message, parts: parts.readable(row.root) }, null, 2)
      }
    },

    /** Versions below a number, newest first. */
    versions: (id: string, { below = Number.MAX_SAFE_INTEGER, limit = 100 } = {}): SavedVersion[] =>
      versions.all(id, below, limit).map((row) => ({
        number: row.number,
        savedAt: row.saved_at,
        author: row.author,
        note: row.note,
        steps: stepsIn(row.steps),
      })),

    /** The edits that lead to a version from the one before, and whether they were seen to. */
    edits: (id: string, number: number): { edits: Edit[]; replayed: boolean } | undefined => {
      const [row] = editsOf.all(id, number)
      return row?.number === number ? { edits: editsIn(row), replayed: row.edits_schema > 0 } : undefined
    },

    create: connection.transaction((id: string, version: NewVersion): void => {
      const at = now()
      insert.run({ id, name: version.plan.name, at, search: searchOf(version) })
      writeVersion(id, 1, at, version)
    }).immediate,

    /** Saves a new version made on `base`; a save that came in already is not made again. @throws StaleSave when another was saved since */
    save: connection.transaction((id: string, base: number, version: NewVersion): number => {
      const made = version.saveId === undefined ? undefined : bySave.get(id, version.saveId)?.number
      if (made !== undefined) return made
      requireNew(id, base, version.stepIds)
      const at = now()
      const number = base + 1
      writeVersion(id, number, at, version)
      advance.run({ id, number, at, name: version.plan.name, search: searchOf(version) })
      if (number % thinEvery === 0) thin(id)
      return number
    }).immediate,

    /** Makes an older version the newest again, also where the newest cannot be read. @throws UnreadablePlan when the older one cannot either */
    takeUp: connection.transaction((id: string, number: number, author: string): number | undefined => {
      const build = one.get(id)
      const plan = build && readPlan(id, number)
      if (!plan) return undefined
      const [at, next] = [now(), build.version + 1]
      const version = { plan, edits: [], steps: [`Restore version ${number}`], author, note: '' }
      writeVersion(id, next, at, version)
      setUntried.run(id, next)
      advance.run({ id, number: next, at, name: version.plan.name, search: searchOf(version) })
      return next
    }).immediate,

    requireNew,

    /** The version that a save made, if it came in already. */
    numberOf: (id: string, saveId: string): number | undefined => bySave.get(id, saveId)?.number,

    annotate: (id: string, number: number, note: string): boolean => setNote.run({ id, number, note }).changes === 1,

    setRemoved: (id: string, removed: boolean): boolean => setRemoved.run({ id, at: removed ? now() : null }).changes === 1,

    setTags: (id: string, tags: string[]): boolean => setTags.run({ id, tags: JSON.stringify(tags) }).changes === 1,

    /** Deletes an archived build with all its versions, for good. Whether there was one. */
    erase: connection.transaction((id: string): boolean => {
      const build = one.get(id)
      if (build?.removed_at == null) return false
      for (const { number } of ages.all(id)) {
        const root = planOf.get(id, number)?.root
        dropVersion.run(id, number)
        if (root) parts.release(root)
      }
      return dropBuild.run(id).changes === 1
    }).immediate,

    /** Keeps what a version shows of itself in a list; nothing when it cannot be read. */
    setBrief: (id: string, number: number, brief: Brief | undefined): void => {
      setBrief.run(brief ? JSON.stringify(brief) : '', id, number)
      if (brief) setSearch.run(searchWords(one.get(id)!.name, brief.note, brief.parts), id)
    },

    /** Builds whose newest version was not looked at yet. */
    withoutBrief: (): string[] => unbriefed.all().map(({ id }) => id),

    /**
     * Packs versions that an earlier program stored whole, some at a time; what cannot be
     * read stays as it is.
     * @returns whether there may be more
     */
    packSome: connection.transaction((): boolean => {
      const rows = unpacked.all()
      for (const { build_id: id, number, plan, edits } of rows) {
        try {
          setPacked.run({ id, number, root: parts.keepPlan(JSON.parse(plan) as Plan), edits: pack(JSON.parse(edits)) })
        } catch {
          setAside.run(id, number)
        }
      }
      return rows.length > 0
    }).immediate,

    miscounted: parts.miscounted,
  }
}

function editsIn({ edits, packed_edits }: StoredEdits): Edit[] {
  return (packed_edits ? unpack(packed_edits) : JSON.parse(edits)) as Edit[]
}

function stepsIn(text: string): string[] {
  try {
    return JSON.parse(text) as string[]
  } catch {
    return ['what was done cannot be read']
  }
}

const searchOf = ({ plan }: NewVersion) => searchWords(plan.name, plan.note, partNames(plan))
const searchWords = (name: string, note: string, parts: string[]) => `${name} ${note} ${parts.join(' ')}`.toLocaleLowerCase('en')

function buildRow(row: RawBuild): BuildSummary {
  return {
    id: row.id,
    name: row.name,
    version: row.version,
    createdAt: row.created_at,
    updatedAt: row.updated_at,
    removed: row.removed_at !== null,
    tags: JSON.parse(row.tags) as string[],
    ...(row.brief ? { brief: JSON.parse(row.brief) as Brief } : {}),
    unreadable: row.brief === '',
  }
}
