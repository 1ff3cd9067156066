import { memo } from '../memo'
import type { FittedNeed, Placement } from '../plan'
import { wiresFor, type WiredTo } from '../suitability'
import type { CheckContext } from './context'

/** A terminal of a need that has a place, and where it is meant to lead. */
interface WiredNeed {
  need: FittedNeed
  placement: Placement
  wired: WiredTo
}

/** The terminals of all needs that have a place. */
export const wiredNeeds = memo(({ resolved, placed }: CheckContext): WiredNeed[] =>
  placed.flatMap(({ need, placement }) => wiresFor(resolved, need, placement).map((wired) => ({ need, placement, wired }))),
)
