import type { FittedNeed, ResolvedPlan } from '../../plan'
import type { Offer } from '../verdict'
import { canOffers, i2cOffers, receiverOffers } from './buses'
import { isPadNeed, padOffers } from './pads'
import { serialOffers } from './serial'

export { sourcesOf, supplyOffers, type Source } from './supplies'

/**
 * What each place of the board offers a need. Needs that take no place of the
 * board, such as video between devices and control channels, get none.
 */
export function offersFor(resolved: ResolvedPlan, fitted: FittedNeed): Offer[] {
  const { need } = fitted
  if (need.kind === 'serial') return serialOffers(resolved, { ...fitted, need })
  if (isPadNeed(need)) return padOffers(resolved, { ...fitted, need })
  if (need.kind === 'i2c') return i2cOffers(resolved, { ...fitted, need })
  if (need.kind === 'can') return canOffers(resolved, { ...fitted, need })
  if (need.kind === 'receiver-pulse' || need.kind === 'receiver-parallel') return receiverOffers(resolved, { ...fitted, need })
  return []
}

/** Whether a need takes a place on the board at all. */
export function takesPlace({ need }: FittedNeed): boolean {
  return need.kind !== 'video' && need.kind !== 'control'
}
