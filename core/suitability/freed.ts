import { needKind } from '../catalogue'
import { readPoint, type ResolvedPlan } from '../plan'
import { otherHolder } from './pins'
import { wiresFor, type PlacedNeed } from './placed'

/** A pin that a feature of the board holds until it is moved, and that a need has now. */
export interface FreedPin {
  pin: string
  holder: string
}

/** Pins that a placed need is wired to. */
export function pinsOfPlaced(resolved: ResolvedPlan, { need, placement }: PlacedNeed): string[] {
  return wiresFor(resolved, need, placement).flatMap((wired) => {
    const at = 'pin' in wired ? undefined : readPoint(wired.point)
    return 'pin' in wired ? wired.pin : at && 'pad' in at ? (resolved.pad(at.pad)?.pin ?? []) : []
  })
}

/** What has to be freed from pins before a placed need can claim them. */
export function freedPins(resolved: ResolvedPlan, placed: PlacedNeed): FreedPin[] {
  const feature = needKind(placed.need.need).pad?.feature ?? placed.placement.place
  return pinsOfPlaced(resolved, placed).flatMap((pin) => {
    const holder = otherHolder(resolved.pin(pin), feature)
    return holder === undefined ? [] : [{ pin, holder }]
  })
}
