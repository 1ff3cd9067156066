/**
 * Short texts that the browser keeps for its user, by name. It may keep nothing, where site data are
 * blocked or the disk is full: then there is nothing to read, and whoever asks is told that nothing was kept.
 */
export interface OwnStorage {
  read: (name: string) => string | undefined
  /** @returns whether it is kept */
  keep: (name: string, text: string | undefined) => boolean
}

/** @param storage asked for each time: where it is blocked, asking is what fails */
export function ownStorage(storage: () => Storage): OwnStorage {
  return {
    read(name) {
      try {
        return storage().getItem(name) ?? undefined
      } catch {
        return undefined
      }
    },
    keep(name, text) {
      try {
        if (text === undefined) storage().removeItem(name)
        else storage().setItem(name, text)
        return true
      } catch {
        return false
      }
    },
  }
}

/** What outlasts the page, and what lasts as long as its tab. */
export const ofBrowser = ownStorage(() => localStorage)
export const ofTab = ownStorage(() => sessionStorage)
