import { createStore, del, entries, get, keys, set, type UseStore } from 'idb-keyval'
import type { Shelf, Undoable, Unsaved } from './build-server'
import { alone, claimPage, livingPages, pageEnd } from './page-locks'

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
  void claimed.then(() => opened?.postMessage('opened'))
  let last = Promise.resolve()
  /** Writes one after another; a browser that keeps nothing (private windows, a full disk) costs only this net. */
  const then = (run: () => Promise<void>) => void (last = last.then(run).catch(() => {}))

  return {
    keep: (id, unsaved) => {
      then(async () => {
        const key = keyOf(id, await claimed)
        await (unsaved ? set(key, { unsaved, at: Date.now() } satisfies Kept, await open()) : del(key, await open()))
      })
    },

    remember: (id, steps) => {
      then(async () => set(keyOf(id, await claimed), steps, await past()))
    },
    recall: async (id) => {
      try {
        return await get<Undoable>(keyOf(id, await claimed), await past())
      } catch {
        return undefined
      }
    },

    take: async (id, sure) => {
      try {
        if (!(await keptOf(id)).length) return undefined
        await sure
        return await alone(async () => {
          const [all, page, living] = await Promise.all([keptOf(id), claimed, livingPages()])
          const own = all.find((each) => each.page === page)
          // What this very page left is written over by what it does next; the others wait for their turn.
          if (own) return own.unsaved
          const [newest] = all.filter((each) => isGone(each, living)).sort((one, other) => other.at - one.at)
          if (!newest) return undefined
          const { unsaved, at } = newest
          await set(keyOf(id, page), { unsaved, at } satisfies Kept, await open())
          await del(keyOf(id, newest.page), await open())
          return unsaved
        })
      } catch {
        return undefined
      }
    },

    heir: (id, take) => {
      const ended = new AbortController()
      const minded = new Set<string>()
      /** Goes on here with what a page left that is gone. @returns whether it is to be tried again */
      const inherit = (page: string) =>
        alone(async () => {
          const kept = (await keptOf(id)).find((each) => each.page === page)
          if (!kept || ended.signal.aborted || !isGone(kept, await livingPages())) return false
          if (!take(kept.unsaved)) return true
          // It is kept as this page's own before it is taken away.
          await last
          await del(keyOf(id, page), await open())
          return false
        })
      /** Once for each page: waits until it ends, and was not only loaded anew. */
      const mind = async (page: string) => {
        if (minded.has(page)) return
        minded.add(page)
        try {
          while ((await livingPages())?.has(page)) {
            await pageEnd(page, ended.signal)
            await passed(reloading)
          }
          while (await inherit(page)) await passed(reloading)
        } finally {
          minded.delete(page)
        }
      }
      const look = async () => {
        const [own, living, kept] = await Promise.all([claimed, livingPages(), keptOf(id)])
        if (!living) return
        for (const page of new Set([...living, ...kept.map((each) => each.page)]))
          if (page !== own) mind(page).catch(() => undefined)
      }
      const hear = () => void look().catch(() => undefined)
      hear()
      opened?.addEventListener('message', hear)
      return () => {
        ended.abort()
        opened?.removeEventListener('message', hear)
      }
    },
  }
}

const keyOf = (id: string, page: string) => `${id} ${page}`
const passed = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

/** All that is kept of a build, with the page that did it. */
async function keptOf(id: string): Promise<(Kept & { page: string })[]> {
  const all = await entries<string, Kept>(await open())
  return all.flatMap(([key, kept]) => (key.startsWith(keyOf(id, '')) ? [{ ...kept, page: key.slice(keyOf(id, '').length) }] : []))
}

function isGone({ page, at }: { page: string; at: number }, living: Set<string> | undefined): boolean {
  return living ? !living.has(page) : Date.now() - at > silence
}
