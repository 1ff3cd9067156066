/** What the rule looks at in a version. */
export interface VersionAge {
  number: number
  savedAt: string
  /** Given by hand. */
  note: string
}

/** As many of the newest versions are all kept. */
export const keptWhole = 100
const hour = 3_600_000
const day = 24 * hour
/** Up to this age one version an hour is kept, beyond it one a day. */
const hourly = 30 * day

/**
 * Versions that need not be kept any more. Kept are: the first, every one with a note,
 * the newest 100, and of the older ones the last of each hour up to 30 days back and
 * the last of each day (UTC) beyond.
 * @param versions of one build, oldest first
 * @param now milliseconds since 1970
 * @returns their numbers, oldest first
 */
export function toThin(versions: readonly VersionAge[], now: number): number[] {
  const older = versions.slice(0, Math.max(0, versions.length - keptWhole))
  return older
    .filter((version, at) => {
      if (at === 0 || version.note) return false
      const next = versions[at + 1]!
      return spanOf(version, now) === spanOf(next, now)
    })
    .map(({ number }) => number)
}

function spanOf({ savedAt }: VersionAge, now: number): string {
  const time = Date.parse(savedAt)
  return now - time <= hourly ? `hour ${Math.floor(time / hour)}` : `day ${Math.floor(time / day)}`
}
