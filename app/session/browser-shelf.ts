import { createStore, del, entries, get, keys, set, type UseStore } from 'idb-keyval'
import type { Shelf, Undoable, Unsaved } from './build-server'
import { ofTab } from './own-storage'

interface Kept {
  unsaved: Unsaved
  /** Milliseconds since 1970. */
  at: number
}

/** Where the browser has no locks (a page not served over HTTPS), another page counts as gone after this time without a word. */
const silence = 60_000
/** Milliseconds in which a page that is loaded anew holds its lock again. */
const reloading = 1500

let unsaved: UseStore | undefined
/** Where site data are blocked, opening throws at once: as a promise it fails like all else there. */
const open = async () => (unsaved ??= createStore('ypodoma', 'unsaved'))
let steps: UseStore | undefined
const past = async () => (steps ??= createStore('ypodoma-past', 'steps'))

/** Opens what the browser keeps before it is asked for: it is wanted next. */
export function openShelfAhead(): void {
  for (const opened of [open(), past()]) opened.then((store) => store('readonly', () => undefined)).catch(() => undefined)
}

/** How many builds have edits here that were not saved; undefined where the browser keeps nothing. */
export async function unsavedBuilds(): Promise<number | undefined> {
  try {
    const kept = await keys<string>(await open())
    return new Set(kept.map((key) => key.slice(0, key.lastIndexOf(' ')))).size
  } catch {
    return undefined
  }
}

/**
 * Keeps what is unsaved in IndexedDB, under the build and the page that did it. A page
 * holds a lock as long as it lives, so that nobody takes up what it is still working on.
 */
export function browserShelf(newId: () => string): Shelf {
  const claimed = claimPage(newId)
  /** Pages tell each other that they have been opened. */
  const opened = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('ypodoma-pages')
  void claimed.then((page) => opened?.postMessage(page))
  let last = Promise.resolve()
  /** Writes one after another; a browser that keeps nothing (private windows, a full disk) costs only this net. */
  const then = (run: () => Promise<void>) => void (last = last.then(run).catch(() => {}))

  return {
    keep: (id, unsaved) => {
      then(async () => {
        const key = `${id} ${await claimed}`
        await (unsaved ? set(key, { unsaved, at: Date.now() } satisfies Kept, await open()) : del(key, await open()))
      })
    },

    remember: (id, steps) => {
      then(async () => set(`${id} ${await claimed}`, steps, await past()))
    },
    recall: async (id) => {
      try {
        return await get<Undoable>(`${id} ${await claimed}`, await past())
      } catch {
        return undefined
      }
    },

    heir: (id, take) => {
      const ended = new AbortController()
      const waited = new Set<string>()
      /** Goes on here with what a page left that is gone; again in a while where it cannot be yet. */
      const inherit = async (gone: string): Promise<void> => {
        const living = await livingPages()
        if (ended.signal.aborted || !living || living.has(lockOf(gone))) return
        const done = await alone(async () => {
          const key = `${id} ${gone}`
          const kept = await get<Kept>(key, await open())
          if (!kept || ended.signal.aborted) return true
          const taken = take(kept.unsaved)
          if (taken) await del(key, await open())
          return taken
        })
        if (!done) await again(gone)
      }
      const again = async (gone: string) => {
        await new Promise((done) => setTimeout(done, reloading))
        await inherit(gone)
      }
      const waitFor = async () => {
        const [own, living] = await Promise.all([claimed, livingPages()])
        const pages = [...(living ?? [])].filter(
          (name) => name.startsWith(lockOf('')) && name !== lockOf(own) && !waited.has(name),
        )
        for (const name of pages) {
          waited.add(name)
          const has = navigator.locks.request(name, { signal: ended.signal }, () => undefined)
          has.then(() => (waited.delete(name), inherit(name.slice(lockOf('').length)))).catch(() => undefined)
        }
      }
      void waitFor().catch(() => undefined)
      const hear = () => void waitFor().catch(() => undefined)
      opened?.addEventListener('message', hear)
      return () => {
        ended.abort()
        opened?.removeEventListener('message', hear)
      }
    },

    take: async (id, sure) => {
      const keptOf = async () => (await entries<string, Kept>(await open())).filter(([key]) => key.startsWith(`${id} `))
      try {
        if (!(await keptOf()).length) return undefined
        await sure
        return await alone(async () => {
          const all = await keptOf()
          const [page, living] = await Promise.all([claimed, livingPages()])
          const left = all
            .filter(([key, { at }]) => isGone(key.slice(id.length + 1), at, page, living))
            .sort(([, one], [, other]) => other.at - one.at)
          const [newest] = left
          // What this very page left is written over by what it does next.
          if (newest && newest[0] !== `${id} ${page}`) await del(newest[0], await open())
          return newest?.[1].unsaved
        })
      } catch {
        return undefined
      }
    },
  }
}

const lockOf = (page: string) => `ypodoma page ${page}`

/** A name for this page: the same after a reload, another in each tab, also in one that was made as a copy of this. */
async function claimPage(newId: () => string): Promise<string> {
  const known = ofTab.read('ypodoma.page')
  const id = known && (await hold(known)) ? known : newId()
  if (id !== known) void hold(id)
  ofTab.keep('ypodoma.page', id)
  return id
}

/** Holds the lock of a page as long as this one lives; tells whether it could. */
function hold(page: string): Promise<boolean> {
  return new Promise((tell) => {
    if (!navigator.locks) return tell(true)
    void navigator.locks.request(lockOf(page), { ifAvailable: true }, (lock) => {
      tell(lock !== null)
      return lock ? new Promise(() => {}) : undefined
    })
  })
}

/** Pages that hold their lock; nothing where the browser has no locks. */
async function livingPages(): Promise<Set<string> | undefined> {
  const { held } = (await navigator.locks?.query()) ?? {}
  return held && new Set(held.flatMap(({ name }) => name ?? []))
}

function isGone(of: string, at: number, page: string, living: Set<string> | undefined): boolean {
  if (of === page) return true
  return living ? !living.has(lockOf(of)) : Date.now() - at > silence
}

/** Two pages that open at the same moment take one after the other. */
async function alone<T>(run: () => Promise<T>): Promise<T> {
  return navigator.locks ? await navigator.locks.request('ypodoma shelf', run) : run()
}
