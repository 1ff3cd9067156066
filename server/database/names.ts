import { copyFileSync, constants, linkSync } from 'node:fs'
import { join } from 'node:path'

/** A moment as it stands in names of files, to the second: 2026-01-31T12-30-05. */
export function stampOf(now: Date): string {
  return now.toISOString().slice(0, 19).replaceAll(':', '-')
}

/**
 * Puts something under a name that nothing has: `base` and `end`, with -2, -3 … between where that is taken.
 * @param put must fail with EEXIST where there is something already
 * @returns the name
 */
export function underNewName(folder: string, base: string, end: string, put: (path: string) => void): string {
  for (let at = 1; ; at += 1) {
    const name = `${base}${at > 1 ? `-${at}` : ''}${end}`
    try {
      put(join(folder, name))
      return name
    } catch (error) {
      if ((error as { code?: string }).code !== 'EEXIST') throw error
    }
  }
}

/** Gives a file a second name, or copies it where the disk has no second names. @throws EEXIST where the name is taken */
export function alsoNamed(file: string, name: string): void {
  try {
    linkSync(file, name)
  } catch (error) {
    if ((error as { code?: string }).code === 'EEXIST') throw error
    copyFileSync(file, name, constants.COPYFILE_EXCL)
  }
}
