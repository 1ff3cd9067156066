import { takesPlace } from '../catalogue'
import type { FittedDevice } from './parts'
import { idIn, splitKey } from './reference'
import type { ResolvedPlan } from './resolved'

/**
 * A device that asks for places of the board and has none of them, though others have theirs, or whose
 * log the board keeps itself: it is not wired at all, unless it feeds another.
 */
export function isIdle({ needs, plan }: ResolvedPlan, fitted: FittedDevice): boolean {
  if (!Object.keys(plan.assignment).length) return false
  const feeds = Object.values(plan.supplies).some((source) => splitKey(idIn('output', source) ?? '')[0] === fitted.id)
  if (feeds) return false
  // A camera or a transmitter works without the link that controls it; an overlay without its values only passes the picture on.
  const ways = new Set(fitted.device.needs.flatMap((need) => (need.kind === 'video' ? need.direction : [])))
  if (ways.size === 1) return false
  const own = needs.filter((need) => need.fitted.id === fitted.id && takesPlace(need.need))
  return (
    own.length > 0 &&
    own.every(({ key }) => idIn('storage', plan.assignment[key]?.place) !== undefined || plan.assignment[key] === undefined)
  )
}
