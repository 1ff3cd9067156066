import { chmodSync, copyFileSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Health } from '#contract'
import { keepAside } from './backup'
import { databaseFile, lockFolder } from './open'
import { copyInto, holdFile, keepOpenAside, letFileGo, OpenPlace, takeUpHeld, writeAnew } from './place'
import { openStore, type Store, type StoreOptions } from './store'
import { StoreTrouble, troubleIn } from './trouble'

/** Milliseconds between two tries to get over a trouble. */
const pause = 1000

/** Folders of copies that are read from: with the process that made them in the name. */
const copies = 'ypodoma-reading-'

/**
 * Keeps the one open database of a server. A trouble does not end it: writing is
 * refused in words, reading goes on where it can, and each second it is seen whether
 * the cause has gone. The open file is the data: where it is taken away, or another is
 * put in its place, all of it is written anew before anything is acknowledged.
 */
export class StoreKeeper {
  private open?: Store
  /** Where the files of the open database lay. */
  private place?: OpenPlace
  /** A copy that is read from while the file itself cannot be opened for writing. */
  private copy?: { store: Store; directory: string }
  private trouble?: StoreTrouble
  private triedAt = -Infinity
  private lookedAt = -Infinity
  private unlock?: () => void
  /** There were data here once, in this process. */
  private hadData = false
  private exchanges = 0

  /** @param say takes what whoever runs the server should know */
  constructor(
    private readonly options: StoreOptions,
    private readonly clock: () => number = Date.now,
    private readonly say: (message: string) => void = () => undefined,
  ) {
    dropForsakenCopies()
  }

  /** The newest schema of data that this program knows. */
  get schema(): number {
    return this.options.migrations.length
  }

  /** Changes whenever other data come into the place of those there were. */
  get generation(): number {
    return this.exchanges
  }

  /**
   * Changes the data. What comes back is on the disk, in the file that the next start will open.
   * @param generation of the data that the change was worked out on; whichever there are when missing
   * @throws StoreTrouble, or what `run` throws
   */
  change<T>(run: (store: Store) => T, generation?: number): T {
    this.look(true)
    if (this.trouble) throw this.trouble
    if (generation !== undefined && generation !== this.generation) throw new StoreTrouble('exchanged')
    const { place } = this
    let value: T
    try {
      value = run(this.open!)
    } finally {
      if (this.place === place && place!.displacement() !== 'file') place!.noteOwnWrite()
    }
    this.look(true)
    if (this.trouble) throw this.trouble
    return value
  }

  /** The database for reading. @throws StoreTrouble when it cannot even be read */
  reading(): Store {
    this.look()
    const store = this.open ?? this.copy?.store
    if (!store) throw this.trouble!
    return store
  }

  /** Takes up what an error of the open database tells of it, if it does; gives it as trouble. */
  note(error: unknown): StoreTrouble | undefined {
    if (error instanceof StoreTrouble) return error
    // Other files than the data may be in the way of a request; that says nothing of the data.
    const trouble = isOfDatabase(error) ? troubleIn(error) : undefined
    if (!trouble) return undefined
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
    if (this.open && this.place?.displacement() === 'file') this.rescue()
    this.closeStore()
    this.unlock?.()
    this.unlock = undefined
  }

  /**
   * Closes the database, lets its file be exchanged, and opens it again.
   * @param run is given where the data are kept that were open; nothing where none were, or they are damaged
   * @throws StoreTrouble; nothing is exchanged then
   */
  exchange<T>(run: (aside: string | undefined) => T): T {
    // What was taken away is written anew first, so that it can be kept aside.
    this.look(true)
    if (this.trouble?.kind === 'displaced') throw this.trouble
    try {
      this.unlock ??= lockFolder(this.options.directory)
    } catch (error) {
      throw troubleIn(error) ?? error
    }
    const aside = this.keptAside()
    this.closeStore()
    try {
      return run(aside)
    } finally {
      this.triedAt = -Infinity
      this.trouble = undefined
      this.look()
    }
  }

  /** What is open is kept before it is closed: nobody can take it away from then on. */
  private keptAside(): string | undefined {
    if (!this.open || this.trouble?.kind === 'damaged') return undefined
    return keepOpenAside(this.open.connection, this.options.directory)
  }

  private closeStore(): void {
    const { open } = this
    this.open = this.place = undefined
    this.dropCopy()
    try {
      open?.close()
    } catch {
      // A file that cannot be written any more is closed as it is.
      open?.connection.close()
    }
  }

  /**
   * Opens what is not open, sees to files that were displaced, or sees whether a trouble has gone; at most once in
   * a pause.
   * @param closely displaced files are looked for now
   */
  private look(closely = false): void {
    const now = this.clock()
    if (this.open && !this.trouble) {
      if (!closely && now - this.lookedAt < pause) return
      this.lookedAt = now
      if (this.place!.displacement() === 'none') return
    } else if (now - this.triedAt < pause) return
    this.triedAt = now
    try {
      this.settle()
    } catch (error) {
      this.trouble = troubleIn(error) ?? new StoreTrouble('unreachable', (error as Error).message)
      if (!this.open) this.readFromCopy()
    }
  }

  private settle(): void {
    const { directory } = this.options
    const damaged = this.trouble?.kind === 'damaged'
    const displaced = this.open ? this.place!.displacement() : 'none'
    // What is damaged does not mend itself: it is read from, and not written, until another file lies there.
    if (this.open && damaged && displaced === 'none') return
    if (displaced === 'written-over') this.giveUp()
    else if (displaced === 'lock') this.release()
    else if (displaced !== 'none' && !damaged) this.takeBack(displaced)
    else if (this.open && this.trouble && mends(this.trouble)) this.open.probe()
    else if (this.open && this.trouble) this.closeStore()
    this.unlock ??= lockFolder(directory)
    takeUpHeld(directory)
    if (!this.open) this.open = openStore({ ...this.options, mustExist: this.hadData || this.options.mustExist })
    if (displaced === 'none' || damaged) this.exchanges += 1
    this.hadData = true
    this.place = new OpenPlace(directory)
    letFileGo(directory)
    this.trouble = undefined
    this.dropCopy()
  }

  /** The open file is the data: they come under their own name again. */
  private takeBack(displaced: 'file' | 'log'): void {
    const { connection } = this.open!
    if (displaced === 'log') {
      const [{ busy }] = connection.pragma('wal_checkpoint(TRUNCATE)') as [{ busy: number }]
      if (busy) throw new StoreTrouble('displaced', 'its log is in use by another program')
      holdFile(this.options.directory)
      this.say('The log of the data file was taken away; what stood in it is in the data file.')
    } else {
      try {
        const found = writeAnew(connection, this.options.directory)
        this.say(
          found
            ? `Another file was put in the place of the data. The data that were open are there again; what was found is in ${found}`
            : 'The data file was taken away; it was written anew.',
        )
      } catch (error) {
        throw new StoreTrouble('displaced', (error as Error).message)
      }
    }
    this.closeStore()
    // The folder itself may be another.
    this.release()
  }

  private release(): void {
    this.unlock?.()
    this.unlock = undefined
  }

  /** What was written over is not the data any more: what lies there is kept, and nothing is written to it. */
  private giveUp(): never {
    keepAside(this.options.directory, 'found')
    this.closeStore()
    throw new StoreTrouble('written-over')
  }

  /** At the end, what cannot be written to its place is written to another. */
  private rescue(): void {
    try {
      writeAnew(this.open!.connection, this.options.directory)
    } catch {
      const file = join(mkdtempSync(join(tmpdir(), 'ypodoma-rescued-')), 'ypodoma.sqlite')
      try {
        copyInto(this.open!.connection, file)
        this.say(`The data file was taken away and could not be written anew. All there was is in ${file}`)
      } catch (error) {
        this.say(`The data file was taken away and could not be written anew: ${(error as Error).message}`)
      }
    }
  }

  /** A file that may not be written, not be locked, or is damaged, is read from a copy as far as it goes. */
  private readFromCopy(): void {
    if (this.copy || !['read-only', 'in-use', 'full', 'damaged'].includes(this.trouble!.kind)) return
    const file = databaseFile(this.options.directory)
    if (!existsSync(file)) return
    const directory = mkdtempSync(join(tmpdir(), `${copies}${process.pid}-`))
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

function isOfDatabase(error: unknown): boolean {
  const { code, because } = (error ?? {}) as { code?: unknown; because?: unknown }
  return typeof code === 'string' ? code.startsWith('SQLITE_') : because !== undefined && isOfDatabase(because)
}

/** Takes away copies that were read from by processes that have ended without doing so. */
function dropForsakenCopies(): void {
  for (const name of readdirSync(tmpdir())) {
    const [, pid = ''] = new RegExp(`^${copies}(\\d+)-`).exec(name) ?? []
    if (pid && !lives(Number(pid))) rmSync(join(tmpdir(), name), { recursive: true, force: true })
  }
}

function lives(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    // It lives and belongs to someone else.
    return (error as { code?: string }).code === 'EPERM'
  }
}
