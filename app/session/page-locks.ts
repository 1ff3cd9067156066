import { ofTab } from './own-storage'

/** Pages of one browser know by locks which of them live: each holds one under its own name. */
const prefix = 'ypodoma page '
const lockOf = (page: string) => `${prefix}${page}`

/** A name for this page: the same after a reload, another in each tab, also in one that was made as a copy of this. */
export async function claimPage(newId: () => string): Promise<string> {
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

/** Pages that live; nothing where the browser has no locks (a page not served over HTTPS). */
export async function livingPages(): Promise<Set<string> | undefined> {
  const { held } = (await navigator.locks?.query()) ?? {}
  const pages = held?.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : []))
  return pages && new Set(pages)
}

/** Comes when a page has ended or is loaded anew. @throws AbortError once it is not waited for any more */
export async function pageEnd(page: string, signal: AbortSignal): Promise<void> {
  await navigator.locks.request(lockOf(page), { signal }, () => undefined)
}

/** Work that two pages do not do at the same moment. */
export async function alone<T>(run: () => Promise<T>): Promise<T> {
  return navigator.locks ? await navigator.locks.request('ypodoma shelf', run) : run()
}
