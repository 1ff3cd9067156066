/** What can be wrong with the place where the data lie. */
export type TroubleKind =
  | 'in-use'
  | 'newer'
  | 'not-a-database'
  | 'damaged'
  | 'read-only'
  | 'full'
  | 'unreachable'
  | 'missing'
  | 'displaced'
  | 'written-over'
  | 'exchanged'

/** What each is, and what to do. */
const words: Record<TroubleKind, { what: string; todo: string }> = {
  'in-use': { what: 'another Ypodoma has these data open', todo: 'End the other one, or start this one on another folder.' },
  newer: { what: 'the data were written by a newer Ypodoma', todo: 'Start the newer one on them.' },
  'not-a-database': { what: 'the data file is not a database', todo: 'Put the file aside and restore a backup.' },
  damaged: { what: 'the data file is damaged', todo: 'Save what can be read as files, then restore a backup.' },
  'read-only': { what: 'the data cannot be written', todo: 'Give this program the right to write to the folder and the file.' },
  full: { what: 'the disk is full', todo: 'Make room on it.' },
  unreachable: {
    what: 'the data cannot be opened',
    todo: 'See that the folder and its disk can be reached, and that this program may open files there.',
  },
  missing: {
    what: 'the data file is gone, though there was work in it',
    todo: 'Put it back, restore a backup, or start on another folder.',
  },
  displaced: {
    what: 'the data file was taken away, and what is open cannot be written to a new one yet',
    todo: 'Make its folder writable, with room; until then nothing is saved. Do not end the server: it has the data open.',
  },
  'written-over': {
    what: 'another program has written over the data file',
    todo: 'Restore a backup. What was put there is kept among the backups as “found”.',
  },
  exchanged: { what: 'the data were exchanged for a backup meanwhile', todo: 'Try again.' },
}

/** The data cannot be used, or not be written, for now. */
export class StoreTrouble extends Error {
  readonly todo: string

  constructor(
    readonly kind: TroubleKind,
    detail = '',
  ) {
    super(detail ? `${words[kind].what} (${detail})` : words[kind].what)
    this.todo = words[kind].todo
  }
}

/** A copy of the data could not be made, examined or put in place; the data themselves are as they were. */
export class CopyTrouble extends Error {
  constructor(
    readonly kind: TroubleKind,
    message: string,
    readonly todo: string,
  ) {
    super(message)
  }

  /** Does work at a copy. @throws CopyTrouble where a file or its disk is in the way */
  static async in<T>(work: () => T | Promise<T>): Promise<T> {
    try {
      return await work()
    } catch (error) {
      throw CopyTrouble.of(error) ?? error
    }
  }

  /** The trouble with a copy that an error of the file system or the database means, if it means one. */
  static of(error: unknown): CopyTrouble | undefined {
    const trouble = error instanceof StoreTrouble ? undefined : troubleIn(error)
    if (!trouble) return undefined
    const todo = { full: words.full.todo, 'read-only': 'Give this program the right to write to the folder “backups”.' }
    const message = `the copy could not be made: ${(error as Error).message}`
    return new CopyTrouble(trouble.kind, message, todo[trouble.kind as keyof typeof todo] ?? 'Try again.')
  }
}

const codes: [RegExp, TroubleKind][] = [
  [/^SQLITE_CORRUPT/, 'damaged'],
  [/^SQLITE_NOTADB/, 'not-a-database'],
  [/^SQLITE_FULL|^ENOSPC|^EDQUOT/, 'full'],
  [/^SQLITE_READONLY|^EROFS|^EACCES|^EPERM/, 'read-only'],
  [/^SQLITE_IOERR_(WRITE|FSYNC|TRUNCATE|SHMSIZE)/, 'full'],
  [/^SQLITE_CANTOPEN|^SQLITE_IOERR|^ENOENT|^ENOTDIR|^EIO/, 'unreachable'],
  [/^SQLITE_BUSY|^SQLITE_LOCKED/, 'in-use'],
]

/** The trouble that an error of the database or the file system means, if it means one. */
export function troubleIn(error: unknown): StoreTrouble | undefined {
  if (error instanceof StoreTrouble) return error
  const { code, because } = (error ?? {}) as { code?: unknown; because?: unknown }
  if (typeof code !== 'string') return because ? troubleIn(because) : undefined
  const kind = codes.find(([pattern]) => pattern.test(code))?.[1]
  return kind && new StoreTrouble(kind, (error as Error).message)
}
