import { openFindings, type Finding, type Fix } from '#core/checks'
import { mayBeOffered, type FixOutcome } from '#core/engine'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'
import { useQuestions } from './useQuestions'

/**
 * What is known of the fixes of a finding: those that hold once they are carried out, each tried on the plan as it is or, until
 * that is done, as it was before, and whether all were tried.
 */
export interface TriedFixes {
  offered: { fix: Fix; outcome: FixOutcome; isFresh: boolean }[]
  tried: boolean
}

const keyOf = ({ id, fact }: Finding, { edit }: Fix) => `${id} ${fact} ${JSON.stringify(edit)}`

/** Between two tries it rests at least so many milliseconds, and as long as the last one took. */
const rest = { first: 300, least: 15 }
const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

/**
 * Fixes that may be offered: each is tried as it would be carried out, one after the other, gravest finding first, while the
 * plan rests. What is known of a fix stays shown while it is tried anew after an edit.
 */
export function useTriedFixes() {
  const build = useBuild()
  const catalogue = useCatalogue()
  const questions = useQuestions()
  /** Without an outcome where a try failed. */
  const known = shallowRef(new Map<string, FixOutcome | undefined>())

  /** Those tried on the plan as it is. */
  const fresh = shallowRef<ReadonlySet<string>>(new Set())

  /** What parts of the catalogue mend, by the findings that ask for one; none where the catalogue cannot be had. */
  const ofParts = shallowRef(new Map<string, Fix[]>())

  async function askForParts(finding: Finding) {
    const library = await catalogue.load().catch(() => undefined)
    const fixes = build.plan && library && (await questions.partFixes(build.plan, finding, library.devices, library.protocols))
    ofParts.value = new Map([...ofParts.value, [finding.id, fixes || []]])
  }

  /** What a finding offers by itself, and with parts of the catalogue where it asks for one. */
  function fixesOf(finding: Finding): Fix[] {
    return [...finding.fixes, ...(finding.wants ? (ofParts.value.get(finding.id) ?? []) : [])]
  }

  async function tryAll(isStale: () => boolean) {
    const now = new Map<string, FixOutcome | undefined>()
    for (const finding of openFindings(build.analysis?.findings ?? [])) {
      if (finding.wants) await askForParts(finding).catch(() => undefined)
      const fixes = fixesOf(finding)
      for (const fix of fixes) {
        if (isStale()) return
        const start = performance.now()
        const outcome = await build.tryFix(finding, fix).catch(() => undefined)
        if (isStale()) return
        now.set(keyOf(finding, fix), outcome)
        await pause(Math.max(rest.least, performance.now() - start))
      }
      // Told finding by finding, so that what is at the top has its fixes soon.
      if (!fixes.length || isStale()) continue
      known.value = new Map([...known.value, ...now])
      fresh.value = new Set(now.keys())
    }
    if (!isStale()) known.value = now
  }

  watch(
    () => build.analysis,
    async (analysis, _, onCleanup) => {
      let stale = false
      fresh.value = new Set()
      onCleanup(() => (stale = true))
      await pause(rest.first)
      if (!stale && analysis) await tryAll(() => stale)
    },
    { immediate: true },
  )

  /** What may be offered of a finding's fixes, as far as they were tried. */
  return (finding: Finding): TriedFixes => {
    const outcomes = fixesOf(finding).map((fix) => {
      const key = keyOf(finding, fix)
      return { fix, outcome: known.value.get(key), isFresh: fresh.value.has(key) }
    })
    return {
      offered: outcomes.flatMap(({ fix, outcome, isFresh }) =>
        outcome && mayBeOffered(outcome) ? [{ fix, outcome, isFresh }] : [],
      ),
      tried:
        (!finding.wants || ofParts.value.has(finding.id)) && outcomes.every(({ fix }) => known.value.has(keyOf(finding, fix))),
    }
  }
}
