import type { Claim } from '../suitability'
import type { Candidate } from './verdict'

/**
 * Which claims can matter to a choice at all: things that more than one want may
 * take, settings that come in more than one way, sources that could be asked for
 * more than they have. What nobody contests needs no search.
 * @param limits what there is to share of each thing
 */
export function contested(
  wants: { candidates: Candidate[]; without?: Claim[] }[],
  limits: ReadonlyMap<string, number>,
): (claim: Claim) => boolean {
  const takers = new Map<string, number>()
  const disputed = new Set<string>()
  const settings = new Map<string, string>()
  const most = new Map<string, number>()
  wants.forEach(({ candidates, without = [] }, want) => {
    const asked = new Map<string, number>()
    for (const claims of [...candidates.map(({ claims }) => claims), without]) {
      for (const claim of claims) {
        if (claim.kind === 'share') asked.set(claim.thing, Math.max(asked.get(claim.thing) ?? 0, claim.amount))
        else if (claim.kind === 'alike') note(settings, claim.thing, claim.as)
        else note(takers, claim.thing, want)
      }
    }
    for (const [thing, amount] of asked) most.set(thing, (most.get(thing) ?? 0) + amount)
  })

  function note<T>(seen: Map<string, T>, thing: string, by: T): void {
    const before = seen.get(thing)
    if (before === undefined) seen.set(thing, by)
    else if (before !== by) disputed.add(thing)
  }

  return ({ kind, thing }) => (kind === 'share' ? most.get(thing)! > (limits.get(thing) ?? 0) : disputed.has(thing))
}
