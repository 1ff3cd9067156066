import type { DefinitionVersion } from '#contract'
import { upgradeDefinition } from '#core/catalogue'
import { addTo, type Definition, type Library } from '#core/schema'
import { pack, unpack } from './parts'
import type { Connection } from './open'

export type Origin = 'shipped' | 'own'

interface RawDefinition {
  kind: string
  id: string
  origin: Origin
  document: string
  version: number
}

interface RawVersion {
  number: number
  saved_at: string
  author: string
  note: string
  gone: number
}

/** Who saves, and what is said of it. */
export interface Saving {
  author: string
  note: string
}

/** A definition was changed by somebody else since the version that a change was made on. */
export class StaleDefinition extends Error {
  constructor(
    readonly kind: string,
    readonly id: string,
    readonly newest: number,
  ) {
    super(`${kind} "${id}" was changed first; its version is now ${newest}`)
  }
}

/** A definition as it was stored, by this program or an earlier one. */
function parse(document: string): Definition {
  return upgradeDefinition(JSON.parse(document)) as Definition
}

export type DefinitionRepository = ReturnType<typeof definitionRepository>

/**
 * The catalogue: shipped definitions, and the user's own which come before them. Each
 * change of an own one is a version, made on the one before; 0 is a shipped one, or none.
 */
export function definitionRepository(connection: Connection, now: () => string) {
  const columns = 'kind, id, origin, document, version'
  const all = connection.prepare<[], RawDefinition>(`SELECT ${columns} FROM definitions ORDER BY kind, id`)
  const one = connection.prepare<[string, string], RawDefinition>(`SELECT ${columns} FROM definitions WHERE kind = ? AND id = ?`)
  const put = connection.prepare(
    `INSERT INTO definitions (kind, id, origin, document, version, updated_at)
     VALUES (@kind, @id, 'own', @document, @version, @at)
     ON CONFLICT (kind, id) DO UPDATE SET origin = 'own', document = @document, version = @version, updated_at = @at`,
  )
  const putShipped = connection.prepare(
    `INSERT INTO definitions (kind, id, origin, document, version, updated_at) VALUES (@kind, @id, 'shipped', @document, 0, @at)
     ON CONFLICT (kind, id) DO UPDATE SET document = @document, updated_at = @at
     WHERE origin = 'shipped' AND document <> @document`,
  )
  const drop = connection.prepare(`DELETE FROM definitions WHERE kind = ? AND id = ? AND origin = 'own'`)
  const highest = connection.prepare<[string, string], { number: number | null }>(
    'SELECT max(number) AS number FROM definition_versions WHERE kind = ? AND id = ?',
  )
  const addVersion = connection.prepare(
    `INSERT INTO definition_versions (kind, id, number, saved_at, author, note, document)
     VALUES (@kind, @id, @number, @at, @author, @note, @document)`,
  )
  const versions = connection.prepare<[string, string, number, number], RawVersion>(
    `SELECT number, saved_at, author, note, document IS NULL AS gone FROM definition_versions
     WHERE kind = ? AND id = ? AND number < ? ORDER BY number DESC LIMIT ?`,
  )
  const versionOf = connection.prepare<[string, string, number], { document: Buffer | null }>(
    'SELECT document FROM definition_versions WHERE kind = ? AND id = ? AND number = ?',
  )

  const nextOf = (kind: string, id: string) => (highest.get(kind, id)!.number ?? one.get(kind, id)?.version ?? 0) + 1

  /** An own definition of an earlier program has no version of its own; it becomes the first. */
  function keepFirst(kind: string, id: string): void {
    const row = one.get(kind, id)
    if (!row || row.origin !== 'own' || highest.get(kind, id)!.number !== null) return
    const document = pack(JSON.parse(row.document))
    addVersion.run({ kind, id, number: row.version, at: now(), author: '', note: 'As it was', document })
  }

  function write(definition: Definition, { author, note }: Saving): number {
    const { kind, id } = definition
    keepFirst(kind, id)
    const [number, at] = [nextOf(kind, id), now()]
    addVersion.run({ kind, id, number, at, author, note, document: pack(definition) })
    put.run({ kind, id, document: JSON.stringify(definition), version: number, at })
    return number
  }

  const versionNow = (kind: string, id: string) => one.get(kind, id)?.version ?? 0

  return {
    /** All that can be read, and what cannot, by kind and id. */
    library: (): { library: Library; unreadable: { kind: string; id: string; message: string }[] } => {
      const library: Library = { boards: {}, devices: {}, protocols: {} }
      const unreadable: { kind: string; id: string; message: string }[] = []
      for (const { kind, id, document } of all.all()) {
        try {
          addTo(library, parse(document))
        } catch (error) {
          unreadable.push({ kind, id, message: (error as Error).message })
        }
      }
      return { library, unreadable }
    },

    /** Of each definition, whose it is and in which version. */
    standing: (): Record<string, { origin: Origin; version: number }> =>
      Object.fromEntries(all.all().map(({ kind, id, origin, version }) => [`${kind}:${id}`, { origin, version }])),

    find: (kind: string, id: string): { definition: Definition; origin: Origin; version: number } | undefined => {
      const found = one.get(kind, id)
      return found && { definition: parse(found.document), origin: found.origin, version: found.version }
    },

    /** What is stored of a definition, as it is. */
    raw: (kind: string, id: string): string | undefined => one.get(kind, id)?.document,

    /** Brings shipped definitions up to date and leaves the user's own alone. */
    ship: connection.transaction((definitions: Definition[]): void => {
      for (const definition of definitions) {
        const { kind, id } = definition
        putShipped.run({ kind, id, document: JSON.stringify(definition), at: now() })
      }
    }).immediate,

    /** Keeps a definition as the user's own, made on version `base`. @throws StaleDefinition */
    save: connection.transaction((definition: Definition, base: number, saving: Saving): number => {
      const { kind, id } = definition
      if (versionNow(kind, id) !== base) throw new StaleDefinition(kind, id, versionNow(kind, id))
      return write(definition, saving)
    }).immediate,

    /** All of them or none, in the place of what is there. */
    saveAll: connection.transaction((definitions: Definition[], saving: Saving): void => {
      for (const definition of definitions) write(definition, saving)
    }).immediate,

    /** Takes an own definition away; its versions stay. @throws StaleDefinition */
    remove: connection.transaction((kind: string, id: string, base: number, { author, note }: Saving): boolean => {
      if (one.get(kind, id)?.origin !== 'own') return false
      if (versionNow(kind, id) !== base) throw new StaleDefinition(kind, id, versionNow(kind, id))
      keepFirst(kind, id)
      addVersion.run({ kind, id, number: nextOf(kind, id), at: now(), author, note, document: null })
      return drop.run(kind, id).changes === 1
    }).immediate,

    /** Versions below a number, newest first. */
    versions: (kind: string, id: string, { below = Number.MAX_SAFE_INTEGER, limit = 100 } = {}): DefinitionVersion[] =>
      versions.all(kind, id, below, limit).map(({ number, saved_at, author, note, gone }) => ({
        number,
        savedAt: saved_at,
        author,
        note,
        gone: gone === 1,
      })),

    /** A definition as it was in one version. */
    version: (kind: string, id: string, number: number): Definition | undefined => {
      const document = versionOf.get(kind, id, number)?.document
      return document ? (upgradeDefinition(unpack(document)) as Definition) : undefined
    },
  }
}
