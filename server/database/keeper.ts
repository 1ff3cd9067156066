import { chmodSync, copyFileSync, existsSync, mkdtempSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { databaseFile, lockFolder } from './open'
import { openStore, type Store, type StoreOptions } from './store'
import { StoreTrouble, troubleIn } from './trouble'

/** What is told of the data: whether they can be read and written, and what is wrong. */
export interface Health {
  ready: boolean
  writable: boolean
  trouble?: { kind: StoreTrouble['kind']; message: string; todo: string }
}

/** Milliseconds between two tries to get over a trouble. */
const pause = 1000

/**
 * Keeps the one open database of a server. A trouble does not end it: writing is
 * refused in words, reading goes on where it can, and each second it is seen whether
 * the cause has gone.
 */
export class StoreKeeper {
  private open?: Store
  /** A copy that is read from while the file itself cannot be opened for writing. */
  private copy?: { store: Store; directory: string }
  private trouble?: StoreTrouble
  private triedAt = -Infinity
  private unlock?: () => void
  /** The file that is open, to see whether another was put in its place. */
  private inode?: number

  constructor(
    private readonly options: StoreOptions,
    private readonly clock: () => number = Date.now,
  ) {}

  /** The newest schema of data that this program knows. */
  get schema(): number {
    return this.options.migrations.length
  }

  /** The database for writing. @throws StoreTrouble */
  writing(): Store {
    this.look()
    if (this.trouble) throw this.trouble
    return this.open!
  }

  /** The database for reading. @throws StoreTrouble when it cannot even be read */
  reading(): Store {
    this.look()
    const store = this.open ?? this.copy?.store
    if (!store) throw this.trouble!
    return store
  }

  /** Takes up what an error tells of the data, if it does; gives it as trouble. */
  note(error: unknown): StoreTrouble | undefined {
    const trouble = troubleIn(error)
    if (!trouble || trouble === this.trouble) return trouble
    // A writer that did not get its turn in time has no lasting trouble.
    if (trouble.kind === 'in-use' && this.open) return trouble
    this.trouble = trouble
    this.triedAt = this.clock()
    return trouble
  }

  health(): Health {
    this.look()
    const { trouble } = this
    return {
      ready: Boolean(this.open ?? this.copy),
      writable: !trouble,
      ...(trouble ? { trouble: { kind: trouble.kind, message: trouble.message, todo: trouble.todo } } : {}),
    }
  }

  /** Ends all, with everything in the one file. */
  close(): void {
    this.closeStore()
    this.unlock?.()
    this.unlock = undefined
  }

  /** Closes the database, lets its file be exchanged, and opens it again. */
  exchange(run: () => void): void {
    this.closeStore()
    try {
      run()
    } finally {
      this.triedAt = -Infinity
      this.trouble = undefined
      this.look()
    }
  }

  private closeStore(): void {
    const { open } = this
    this.open = undefined
    this.dropCopy()
    try {
      open?.close()
    } catch {
      // A file that cannot be written any more is closed as it is.
      open?.connection.close()
    }
  }

  /** Opens what is not open, or sees whether a trouble has gone; at most once in a pause. */
  private look(): void {
    const now = this.clock()
    if ((this.open && !this.trouble && !this.exchanged(now)) || now - this.triedAt < pause) return
    this.triedAt = now
    // What is damaged does not mend itself: it is read from, and not written, until another file lies there.
    if (this.open && this.trouble?.kind === 'damaged' && !this.exchanged(now)) return
    try {
      this.unlock ??= lockFolder(this.options.directory)
      if (this.open && this.exchanged(now)) this.closeStore()
      if (this.open && this.trouble && mends(this.trouble)) this.open.probe()
      else if (this.open && this.trouble) this.closeStore()
      this.open ??= openStore(this.options)
      this.inode = inodeOf(this.options.directory)
      this.trouble = undefined
      this.dropCopy()
    } catch (error) {
      this.trouble = troubleIn(error) ?? new StoreTrouble('unreachable', (error as Error).message)
      if (!this.open) this.readFromCopy()
    }
  }

  private lookedAt = -Infinity
  private gone = false

  /** Whether the file that was opened lies no longer under its name; looked at once in a pause. */
  private exchanged(now: number): boolean {
    if (now - this.lookedAt < pause) return this.gone
    this.lookedAt = now
    this.gone = Boolean(this.open) && inodeOf(this.options.directory) !== this.inode
    return this.gone
  }

  /** A file that may not be written, not be locked, or is damaged, is read from a copy as far as it goes. */
  private readFromCopy(): void {
    if (this.copy || !['read-only', 'in-use', 'full', 'damaged'].includes(this.trouble!.kind)) return
    const file = databaseFile(this.options.directory)
    if (!existsSync(file)) return
    const directory = mkdtempSync(join(tmpdir(), 'ypodoma-reading-'))
    try {
      for (const end of ['', '-wal'].filter((each) => existsSync(file + each))) {
        copyFileSync(file + end, databaseFile(directory) + end)
        chmodSync(databaseFile(directory) + end, 0o600)
      }
      this.copy = {
        store: openStore({ ...this.options, directory, demo: [], asItIs: this.trouble!.kind === 'damaged' }),
        directory,
      }
    } catch {
      rmSync(directory, { recursive: true, force: true })
    }
  }

  private dropCopy(): void {
    if (!this.copy) return
    this.copy.store.connection.close()
    rmSync(this.copy.directory, { recursive: true, force: true })
    this.copy = undefined
  }
}

/** A trouble that may go away while the file stays open. */
function mends({ kind }: StoreTrouble): boolean {
  return kind === 'full' || kind === 'read-only'
}

function inodeOf(directory: string): number | undefined {
  return statSync(databaseFile(directory), { throwIfNoEntry: false })?.ino
}
