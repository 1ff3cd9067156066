import { memo } from '../memo'
import type { FittedNeed, FittedSupply, Place, Placement, ResolvedPlan } from '../plan'
import { isPossible, offersFor, offersForSupply, type Claim, type Fact, type Offer, type RuleId, type Way } from '../suitability'

/** One reason in words, with the rule it comes from and what it weighs. */
export interface Reason {
  rule: RuleId
  text: string
  /** Points of risk; 0 for a plain remark. */
  risk: number
}

/** A way of meeting a need at a place that the search may choose. */
export interface Candidate {
  placement: Placement
  reasons: Reason[]
  claims: Claim[]
  /** Points of risk of all reasons together. */
  risk: number
}

/** What a place is to a need for the search: ways of using it, or why there is none. */
export interface Verdict {
  place: Place
  candidates: Candidate[]
  /** Why the place cannot be used; empty when there are candidates. */
  readonly refusals: Reason[]
}

/** What each place of the board is to a need. */
export function verdictsFor(resolved: ResolvedPlan, need: FittedNeed): Verdict[] {
  return verdictsOf(offersFor(resolved, need))
}

/** What each source is to a supply input. */
export function verdictsForSupply(resolved: ResolvedPlan, supply: FittedSupply): Verdict[] {
  return verdictsOf(offersForSupply(resolved, supply))
}

const verdictsOf = memo((offers: Offer[]): Verdict[] => offers.map(({ place, ways }) => new OfferVerdict(place, ways)))

/** A verdict whose refusals are worked out where they are asked for: at a few places of the many that are refused. */
class OfferVerdict implements Verdict {
  readonly candidates: Candidate[]
  private known: Reason[] | undefined

  constructor(
    readonly place: Place,
    private readonly ways: Way[],
  ) {
    this.candidates = ways.filter(isPossible).map(candidateOf)
    this.known = this.candidates.length ? [] : undefined
  }

  get refusals(): Reason[] {
    return (this.known ??= refusalsOf(this.ways))
  }
}

function candidateOf({ placement, facts, claims }: Way): Candidate {
  return { placement, claims, reasons: facts.map(reasonOf), risk: facts.reduce((sum, { cost }) => sum + cost, 0) }
}

/** Each reason once, whichever ways it speaks against. */
function refusalsOf(ways: Way[]): Reason[] {
  const reasons = new Map<string, Reason>()
  for (const { facts } of ways) {
    for (const fact of facts) if (fact.impossible && !reasons.has(fact.text)) reasons.set(fact.text, reasonOf(fact))
  }
  return [...reasons.values()]
}

function reasonOf({ rule, text, cost }: Fact): Reason {
  return { rule, text, risk: cost }
}
