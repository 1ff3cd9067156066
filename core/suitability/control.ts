import { protocolOf } from '../protocols'
import { boardId, keyOf, type FittedNeed, type FittedSupply } from '../plan'
import { share, type Claim } from './claim'

/** Whether a need brings the commands of a control receiver to the board; a line of its own for telemetry does not. */
export function bringsControl({ fitted, need }: FittedNeed): boolean {
  if (need.kind === 'receiver-pulse' || need.kind === 'receiver-parallel') return true
  if (need.kind !== 'serial' || fitted.device.class !== 'receiver' || need.lines === 'to-device') return false
  // Of a protocol of one's own it is not known, so that it may.
  return need.options.some(({ protocol }) => {
    const known = protocolOf(protocol)
    return !known || known.carries !== undefined
  })
}

/** Whether a need keeps the craft in the air: the commands to the board, or the signal of a motor. */
export function keepsInAir(need: FittedNeed): boolean {
  return bringsControl(need) || (need.need.kind === 'pulse' && need.fitted.device.motors !== undefined)
}

/** Whether a supply does: of the board, of what brings commands, of what drives motors. */
export function feedsFlight({ fitted }: FittedSupply): boolean {
  const { id, device } = fitted
  const commands = device.needs.some((need) => bringsControl({ key: keyOf(id, need.id), fitted, need }))
  return id === boardId || device.motors !== undefined || commands
}

/** A board listens to so many control receivers at a time. */
export function controlClaims(need: FittedNeed): Claim[] {
  return bringsControl(need) ? [share('receivers', 1)] : []
}
