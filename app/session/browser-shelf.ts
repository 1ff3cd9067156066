import { createStore, del, entries, get, keys, set, type UseStore } from 'idb-keyval'
import type { Shelf, Undoable, Unsaved } from './document-server'
import { alone, claimPage, livingPages, pageEnd } from './page-locks'

interface Kept<T, E> {
  unsaved: Unsaved<T, E>
  /** Milliseconds since 1970. */
  at: number
}

/** Where the browser has no locks (a page not served over HTTPS), another page counts as gone after this time without a word. */
const silence = 60_000
/** Milliseconds in which a page that is loaded anew holds its lock again. */
const reloading = 1500

/** What the browser keeps of one kind of document: what is not saved, and what can be undone. */
interface Stores {
  unsaved: () => Promise<UseStore>
  past: () => Promise<UseStore>
}

/** Where site data are blocked, opening throws at once: as a promise it fails like all else there. */
function stores(name: string): Stores {
  let unsaved: UseStore | undefined
  let steps: UseStore | undefined
  return {
    unsaved: async () => (unsaved ??= createStore(name, 'unsaved')),
    past: async () => (steps ??= createStore(`${name}-past`, 'steps')),
  }
}

const kinds = { build: stores('ypodoma'), definition: stores('ypodoma-definitions') }

/** Opens what the browser keeps of builds before it is asked for: it is wanted next. */
export function openShelfAhead(): void {
  for (const opened of [kinds.build.unsaved(), kinds.build.past()])
    opened.then((store) => store('readonly', () => undefined)).catch(() => undefined)
}

/** How many builds have edits here that were not saved; undefined where the browser keeps nothing. */
export async function unsavedBuilds(): Promise<number | undefined> {
  try {
    const kept = await keys<string>(await kinds.build.unsaved())
    return new Set(kept.map((key) => key.slice(0, key.lastIndexOf(' ')))).size
  } catch {
    return undefined
  }
}

let claimed: Promise<string> | undefined

/**
 * Keeps what is unsaved in IndexedDB, under the document and the page that did it. A page
 * holds a lock as long as it lives, so that nobody takes up what it is still working on.
 */
export function browserShelf<T, E>(kind: keyof typeof kinds, newId: () => string): Shelf<T, E> {
  const { unsaved: open, past } = kinds[kind]
  const page = (claimed ??= claimPage(newId))
  const keptOf = async (id: string) => allOf<T, E>(await open(), id)
  /** Pages tell each other that they have been opened. */
  const opened = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('ypodoma-pages')
  void page.then(() => opened?.postMessage('opened'))
  let last = Promise.resolve()
  /** Writes one after another; a browser that keeps nothing (private windows, a full disk) costs only this net. */
  const then = (run: () => Promise<void>) => void (last = last.then(run).catch(() => {}))

  return {
    keep: (id, unsaved) => {
      then(async () => {
        const key = keyOf(id, await page)
        await (unsaved ? set(key, { unsaved, at: Date.now() } satisfies Kept<T, E>, await open()) : del(key, await open()))
      })
    },

    remember: (id, steps) => {
      then(async () => set(keyOf(id, await page), steps, await past()))
    },
    recall: async (id) => {
      try {
        return await get<Undoable<E>>(keyOf(id, await page), await past())
      } catch {
        return undefined
      }
    },

    take: async (id, sure) => {
      try {
        if (!(await keptOf(id)).length) return undefined
        await sure
        return await alone(async () => {
          const [all, mine, living] = await Promise.all([keptOf(id), page, livingPages()])
          const own = all.find((each) => each.page === mine)
          // What this very page left is written over by what it does next; the others wait for their turn.
          if (own) return own.unsaved
          const [newest] = all.filter((each) => isGone(each, living)).sort((one, other) => other.at - one.at)
          if (!newest) return undefined
          const { unsaved, at } = newest
          await set(keyOf(id, mine), { unsaved, at } satisfies Kept<T, E>, await open())
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
      const inherit = (gone: string) =>
        alone(async () => {
          const kept = (await keptOf(id)).find((each) => each.page === gone)
          if (!kept || ended.signal.aborted || !isGone(kept, await livingPages())) return false
          if (!take(kept.unsaved)) return true
          // It is kept as this page's own before it is taken away.
          await last
          await del(keyOf(id, gone), await open())
          return false
        })
      /** Once for each page: waits until it ends, and was not only loaded anew. */
      const mind = async (other: string) => {
        if (minded.has(other)) return
        minded.add(other)
        try {
          while ((await livingPages())?.has(other)) {
            await pageEnd(other, ended.signal)
            await passed(reloading)
          }
          while (await inherit(other)) await passed(reloading)
        } finally {
          minded.delete(other)
        }
      }
      const look = async () => {
        const [own, living, kept] = await Promise.all([page, livingPages(), keptOf(id)])
        if (!living) return
        for (const other of new Set([...living, ...kept.map((each) => each.page)]))
          if (other !== own) mind(other).catch(() => undefined)
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

/** All that is kept of a document, with the page that did it. */
async function allOf<T, E>(store: UseStore, id: string): Promise<(Kept<T, E> & { page: string })[]> {
  const all = await entries<string, Kept<T, E>>(store)
  return all.flatMap(([key, { unsaved, at }]) =>
    key.startsWith(keyOf(id, '')) ? [{ unsaved: asNow(unsaved), at, page: key.slice(keyOf(id, '').length) }] : [],
  )
}

/** An earlier program kept a document under the name of its kind. */
function asNow<T, E>({ unsure, pending, ...rest }: Unsaved<T, E>): Unsaved<T, E> {
  const named = <D extends { document: T; plan?: T }>({ plan, ...others }: D) => ({
    ...others,
    document: others.document ?? plan,
  })
  return {
    ...rest,
    pending: pending.map((done) => named(done)),
    ...(unsure ? { unsure: { saving: named(unsure.saving), pending: unsure.pending.map((done) => named(done)) } } : {}),
  }
}

function isGone({ page, at }: { page: string; at: number }, living: Set<string> | undefined): boolean {
  return living ? !living.has(page) : Date.now() - at > silence
}
