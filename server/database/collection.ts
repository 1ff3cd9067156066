import type { Collected as Head } from '#contract'
import type { Connection } from './open'

/** What is kept for use in other builds. */
export const collected = ['template', 'module'] as const
export type Collected = (typeof collected)[number]

/** A thing was changed by somebody else since the version that a change was made on. */
export class StaleCollected extends Error {
  constructor(readonly newest: number) {
    super(newest ? `it was changed first; its version is now ${newest}` : 'it was taken away meanwhile')
  }
}

/** Another thing of its kind has the name that one is to have. */
export class NameTaken extends Error {
  constructor(name: string) {
    super(`${name} is there already: take another name, or delete that one first`)
  }
}

export type CollectionRepository = ReturnType<typeof collectionRepository>

/** Templates and modules of the user's own; each change is made on the version before, 0 for a new one. */
export function collectionRepository(connection: Connection, now: () => string) {
  const columns = 'id, name, version, updated_at AS updatedAt'
  const heads = connection.prepare<[string], Head>(
    `SELECT ${columns} FROM collection WHERE kind = ? ORDER BY name COLLATE NOCASE, id`,
  )
  const one = connection.prepare<[string, string], Head & { text: string }>(
    `SELECT ${columns}, text FROM collection WHERE kind = ? AND id = ?`,
  )
  const put = connection.prepare(
    `INSERT INTO collection (kind, id, name, text, version, updated_at) VALUES (@kind, @id, @name, @text, @version, @at)
     ON CONFLICT (kind, id) DO UPDATE SET name = @name, text = @text, version = @version, updated_at = @at`,
  )
  const named = connection.prepare<[string, string, string], { id: string }>(
    'SELECT id FROM collection WHERE kind = ? AND name = ? COLLATE NOCASE AND id <> ?',
  )
  const drop = connection.prepare('DELETE FROM collection WHERE kind = ? AND id = ?')

  /** @throws StaleCollected */
  function requireVersion(kind: Collected, id: string, on: number): void {
    const newest = one.get(kind, id)?.version ?? 0
    if (newest !== on) throw new StaleCollected(newest)
  }

  return {
    list: (kind: Collected) => heads.all(kind),
    find: (kind: Collected, id: string) => one.get(kind, id),
    /** @returns its version now @throws StaleCollected, NameTaken */
    save: connection.transaction((kind: Collected, id: string, on: number, { name, text }: { name: string; text: string }) => {
      requireVersion(kind, id, on)
      if (one.get(kind, id)?.name !== name && named.get(kind, name, id)) throw new NameTaken(name)
      put.run({ kind, id, name, text, version: on + 1, at: now() })
      return on + 1
    }),
    /** @throws StaleCollected */
    remove: connection.transaction((kind: Collected, id: string, on: number) => {
      requireVersion(kind, id, on)
      drop.run(kind, id)
    }),
  }
}
