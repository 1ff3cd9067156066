import type { FittedNeed } from '../plan'
import { share, type Claim } from './claim'

/** Whether a need brings the commands of a control receiver to the board. */
export function bringsControl({ fitted, need }: FittedNeed): boolean {
  if (need.kind === 'receiver-pulse' || need.kind === 'receiver-parallel') return true
  return need.kind === 'serial' && fitted.device.class === 'receiver' && need.lines !== 'to-device'
}

/** A board listens to so many control receivers at a time. */
export function controlClaims(need: FittedNeed): Claim[] {
  return bringsControl(need) ? [share('receivers', 1)] : []
}
