import type { SerialLink } from '../links'
import type { ResolvedPlan } from '../plan'
import { alike, type Claim } from './claim'

/** Needs that could be joined on one line. */
function takersOfTurns({ needs }: ResolvedPlan): number {
  return needs.filter(({ need }) => need.kind === 'serial' && need.takesTurns).length
}

/**
 * Claims of a link where parts that talk in turn may be joined on one line: what such a part has, others
 * may have in the same way; nobody else may.
 * @param setting how its line is set
 */
export function sharingTurns(
  resolved: ResolvedPlan,
  { need: { key, need }, board }: SerialLink,
  claims: Claim[],
  setting: string,
): Claim[] {
  if (takersOfTurns(resolved) < 2) return claims
  const inTurns = need.takesTurns && need.lines === 'from-device'
  const as = inTurns ? `turns ${board.protocol} ${setting}` : key
  return claims.flatMap((claim): Claim[] => {
    if (claim.kind !== 'alone') return [claim]
    const joined = alike(claim.rule, `turns-${claim.thing}`, as)
    return inTurns ? [joined] : [claim, joined]
  })
}
