import { openFindings, type Finding, type Fix } from '#core/checks'
import { useBuild } from '~/stores/build'

export const fixKey = (finding: Finding, fix: Fix) => `${finding.id} ${fix.label}`

/** Between two tries it rests at least so many milliseconds, and so many times as long as the last one took. */
const rest = { least: 30, times: 4 }
const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

/**
 * Fixes that bring as much as they settle, found out by trying one after the other while the plan rests.
 * @returns their keys; told all at once, so that nothing moves more than once
 */
export function useIdleFixes() {
  const build = useBuild()
  const idle = shallowRef(new Set<string>())

  async function tryAll(isStale: () => boolean) {
    const found = new Set<string>()
    for (const finding of openFindings(build.analysis?.findings ?? []))
      for (const fix of finding.fixes.length > 1 ? finding.fixes : []) {
        if (isStale()) return
        const start = performance.now()
        const seen = await build.preview(fix.edit).catch(() => undefined)
        const took = performance.now() - start
        if (seen && seen.brings.length >= seen.settles.length) found.add(fixKey(finding, fix))
        await pause(Math.max(rest.least, rest.times * took))
      }
    if (!isStale()) idle.value = found
  }

  watch(
    () => build.analysis,
    async (analysis, _, onCleanup) => {
      let stale = false
      onCleanup(() => (stale = true))
      idle.value = new Set()
      await pause(1500)
      if (!stale && analysis) await tryAll(() => stale)
    },
    { immediate: true },
  )
  return idle
}
