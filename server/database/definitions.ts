import { upgradeDefinition } from '#core/catalogue'
import { addTo, type Definition, type Library } from '#core/schema'
import type { Connection } from './open'

export type Origin = 'shipped' | 'own'

interface RawDefinition {
  kind: string
  id: string
  origin: Origin
  document: string
}

/** A definition as it was stored, by this program or an earlier one. */
function parse(document: string): Definition {
  return upgradeDefinition(JSON.parse(document)) as Definition
}

/** The catalogue: shipped definitions, and the user's own which come before them. */
export function definitionRepository(connection: Connection, now: () => string) {
  const all = connection.prepare<[], RawDefinition>('SELECT kind, id, origin, document FROM definitions ORDER BY kind, id')
  const one = connection.prepare<[string, string], RawDefinition>(
    'SELECT kind, id, origin, document FROM definitions WHERE kind = ? AND id = ?',
  )
  const put = connection.prepare(
    `INSERT INTO definitions (kind, id, origin, document, updated_at) VALUES (@kind, @id, @origin, @document, @at)
     ON CONFLICT (kind, id) DO UPDATE SET origin = @origin, document = @document, updated_at = @at`,
  )
  const putShipped = connection.prepare(
    `INSERT INTO definitions (kind, id, origin, document, updated_at) VALUES (@kind, @id, 'shipped', @document, @at)
     ON CONFLICT (kind, id) DO UPDATE SET document = @document, updated_at = @at
     WHERE origin = 'shipped' AND document <> @document`,
  )
  const drop = connection.prepare(`DELETE FROM definitions WHERE kind = ? AND id = ? AND origin = 'own'`)
  const row = (definition: Definition) => ({
    kind: definition.kind,
    id: definition.id,
    document: JSON.stringify(definition),
    at: now(),
  })

  return {
    library: (): Library => {
      const library: Library = { boards: {}, devices: {}, protocols: {} }
      for (const { document } of all.all()) addTo(library, parse(document))
      return library
    },

    origins: (): Record<string, Origin> => Object.fromEntries(all.all().map(({ kind, id, origin }) => [`${kind}:${id}`, origin])),

    find: (kind: string, id: string): { definition: Definition; origin: Origin } | undefined => {
      const found = one.get(kind, id)
      return found && { definition: parse(found.document), origin: found.origin }
    },

    /** Brings shipped definitions up to date and leaves the user's own alone. */
    ship: connection.transaction((definitions: Definition[]): void => {
      for (const definition of definitions) putShipped.run(row(definition))
    }),

    save: (definition: Definition): void => void put.run({ ...row(definition), origin: 'own' }),

    /** All of them or none. */
    saveAll: connection.transaction((definitions: Definition[]): void => {
      for (const definition of definitions) put.run({ ...row(definition), origin: 'own' })
    }),

    remove: (kind: string, id: string): boolean => drop.run(kind, id).changes === 1,
  }
}
