import { createHash } from 'node:crypto'
import { deflateRawSync, inflateRawSync } from 'node:zlib'
import { LRUCache } from 'lru-cache'
import type { Plan } from '#core/plan'
import type { Connection } from './open'

/** A part that says something else than its name, or is not there. */
export class DamagedPart extends Error {
  constructor(hash: string, what: string) {
    super(`part ${hash} of the plan ${what}`)
  }
}

interface Row {
  uses: number
  tree: number
  bytes: Buffer
}

/** A part that names others: some of what it holds within itself, some by their hash. */
interface Tree {
  in: Record<string, unknown>
  at: Record<string, string>
}

/** Characters of JSON whose values are kept at hand. */
const atHand = 8_000_000

/** Sections as short as this stay within the tree. */
const short = 60

/** JSON, deflated. */
export function pack(value: unknown): Buffer {
  return deflateRawSync(JSON.stringify(value))
}

/** What was packed. @throws Error when the bytes are not whole */
export function unpack(bytes: Buffer): unknown {
  return JSON.parse(inflateRawSync(bytes).toString()) as unknown
}

/** 132 bits of SHA-256. */
function hashOf(text: string): string {
  return createHash('sha256').update(text).digest('base64url').slice(0, 22)
}

/**
 * Plans kept in parts, each under the hash of what it says: a definition or section
 * that many versions share is kept once. Parts are counted by those who name them.
 */
export function partStore(connection: Connection) {
  const find = connection.prepare<[string], Row>('SELECT uses, tree, bytes FROM parts WHERE hash = ?')
  const insert = connection.prepare('INSERT INTO parts (hash, uses, tree, bytes) VALUES (?, 1, ?, ?)')
  const count = connection.prepare('UPDATE parts SET uses = uses + ? WHERE hash = ?')
  const drop = connection.prepare('DELETE FROM parts WHERE hash = ?')

  /** Keeps a text, or counts one more use of it; what it names is kept first, when it is new. */
  function keep(text: string, below?: () => void): string {
    const hash = hashOf(text)
    if (find.get(hash)) count.run(1, hash)
    else {
      below?.()
      insert.run(hash, below ? 1 : 0, deflateRawSync(text))
    }
    return hash
  }

  function keepTree(values: Record<string, unknown>, trees: Record<string, () => string> = {}): string {
    const tree: Tree = { in: {}, at: {} }
    const below: (() => void)[] = []
    for (const [key, value] of Object.entries(values)) {
      const text = JSON.stringify(value)
      if (text.length <= short) tree.in[key] = value
      else {
        tree.at[key] = hashOf(text)
        below.push(() => void keep(text))
      }
    }
    // A tree below is named by its hash, which is known only once it is kept; a use too many is given back.
    const kept = Object.entries(trees).map(([key, keepBelow]) => (tree.at[key] = keepBelow()))
    let fresh = false
    const hash = keep(JSON.stringify(tree), () => {
      fresh = true
      below.forEach((run) => run())
    })
    if (!fresh) kept.forEach(release)
    return hash
  }

  /** One use less; the last one takes the part away, and what it names likewise. */
  function release(hash: string): void {
    const row = find.get(hash)
    if (!row) return
    if (row.uses > 1) return void count.run(-1, hash)
    if (row.tree) for (const below of Object.values(readTree(hash).at)) release(below)
    drop.run(hash)
  }

  /** What was read not long ago; nobody changes it, since its name is the hash of it. */
  const known = new LRUCache<string, { value: unknown; length: number }>({
    maxSize: atHand,
    sizeCalculation: ({ length }) => length,
  })

  function read(hash: string): unknown {
    const before = known.get(hash)
    if (before) return before.value
    const row = find.get(hash)
    if (!row) throw new DamagedPart(hash, 'is missing')
    let text: string
    try {
      text = inflateRawSync(row.bytes).toString()
    } catch {
      throw new DamagedPart(hash, 'cannot be unpacked')
    }
    if (hashOf(text) !== hash) throw new DamagedPart(hash, 'says something else than it did')
    const value = JSON.parse(text) as unknown
    known.set(hash, { value, length: text.length })
    return value
  }

  function readTree(hash: string): Tree {
    return read(hash) as Tree
  }

  return {
    /** Keeps a plan and gives the hash of it. */
    keepPlan: ({ definitions, ...sections }: Plan): string => {
      const named = Object.entries(definitions).flatMap(([group, map]) =>
        Object.entries(map).map(([id, definition]) => [`${group}/${id}`, definition] as const),
      )
      return keepTree(sections, { definitions: () => keepTree(Object.fromEntries(named)) })
    },

    /** The plan kept under a hash, as it was. @throws DamagedPart */
    readPlan: (hash: string): Record<string, unknown> => {
      const root = readTree(hash)
      const { definitions: named, ...sections } = root.at
      const definitions: Record<string, Record<string, unknown>> = { boards: {}, devices: {}, protocols: {} }
      const tree = readTree(named!)
      for (const [name, value] of [
        ...Object.entries(tree.in),
        ...Object.entries(tree.at).map(([key, at]) => [key, read(at)] as const),
      ]) {
        const [group, id] = name.split('/') as [string, string]
        definitions[group]![id] = value
      }
      return { ...root.in, ...Object.fromEntries(Object.entries(sections).map(([key, at]) => [key, read(at)])), definitions }
    },

    release,

    /** Of a plan that cannot be put together, the parts that can be read, by section. */
    readable: (hash: string): Record<string, unknown> => {
      const found: Record<string, unknown> = {}
      const look = (at: string, name: string) => {
        try {
          const row = find.get(at)
          if (!row?.tree) found[name] = read(at)
          else {
            const tree = readTree(at)
            Object.assign(found, Object.fromEntries(Object.entries(tree.in).map(([key, value]) => [`${name}${key}`, value])))
            for (const [key, below] of Object.entries(tree.at)) look(below, name ? `${name}/${key}` : key)
          }
        } catch (error) {
          found[name] = { unreadable: (error as Error).message }
        }
      }
      look(hash, '')
      return found
    },

    /** Uses as counted and as they are, where the two differ; for tests and checks. */
    miscounted: (): string[] => {
      const named = new Map<string, number>()
      const name = (hash: string) => named.set(hash, (named.get(hash) ?? 0) + 1)
      for (const { root } of connection.prepare<[], { root: string }>('SELECT root FROM versions WHERE root IS NOT NULL').all())
        name(root)
      const all = connection.prepare<[], Row & { hash: string }>('SELECT hash, uses, tree, bytes FROM parts').all()
      for (const { hash, tree } of all) if (tree) Object.values(readTree(hash).at).forEach(name)
      return all.filter(({ hash, uses }) => (named.get(hash) ?? 0) !== uses).map(({ hash }) => hash)
    },
  }
}

export type PartStore = ReturnType<typeof partStore>
