import { memo } from '../memo'
import { pinUses, type Board, type Pin, type PinRole } from '../catalogue'
import { alike, alone, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import { featureWords } from './feature-words'

const claimsOn = memo((_board: Board) => new Map<string, Claim[]>())

/**
 * Claims on a pin. It belongs to one need, or in each flight state to one where it
 * is a line of a port that may change its function on arming. A pin that can serve
 * as more than one of line, pad and bus serves as one of them; bus lines are shared
 * by the parts on the bus, so that the role alone excludes.
 */
export function pinClaims(board: Board, pin: string, role: PinRole, during?: 'disarmed' | 'armed'): Claim[] {
  const claims = claimsOn(board)
  const key = `${pin} ${role} ${during ?? ''}`
  const found = claims.get(key)
  if (found) return found
  const made = [...(role === 'bus' ? [] : ownClaims(board, pin, during)), ...roleClaims(board, pin, role)]
  claims.set(key, made)
  return made
}

function ownClaims(board: Board, pin: string, during?: 'disarmed' | 'armed'): Claim[] {
  const shared = board.ports.some((port) => port.stateShared && (port.tx?.pin === pin || port.rx?.pin === pin))
  if (!shared) return [alone('PAD-01', `pin:${pin}`)]
  const states = during ? [during] : (['disarmed', 'armed'] as const)
  return states.map((state) => alone('PAD-01', `pin:${pin}@${state}`))
}

function roleClaims(board: Board, pin: string, role: PinRole): Claim[] {
  const functions = board.pins.find(({ id }) => id === pin)?.functions ?? []
  return functions.some(({ as }) => pinUses[as].role !== role) ? [alike('PAD-01', `role:${pin}`, role)] : []
}

/** Claims on the board's exclusions: two features that exclude each other ask for different sides of one. */
export function featureClaims(board: Board, features: string[]): Claim[] {
  return board.exclusions.flatMap(({ features: [one, other] }, at) => [
    ...(features.includes(one) ? [alike('PAD-02', `exclusion:${at}`, 'one')] : []),
    ...(features.includes(other) ? [alike('PAD-02', `exclusion:${at}`, 'other')] : []),
  ])
}

/** A need that would use both sides of an exclusion by itself cannot be there. */
export function featureFacts(board: Board, features: string[]): Fact[] {
  return board.exclusions
    .filter(({ features: [one, other] }) => features.includes(one) && features.includes(other))
    .map(({ features: [one, other], reason }) =>
      impossible(
        'PAD-02',
        `${featureWords(board, one)} and ${featureWords(board, other)} exclude each other on this board. ${reason}`,
      ),
    )
}

/** The feature that holds a pin by default, when it is not the one that is to have it. */
export function otherHolder(pin: Pin | undefined, feature: string): string | undefined {
  const holder = pin?.default?.feature
  return holder === feature ? undefined : holder
}

/** What it costs to take a pin away from the feature that holds it by default. */
export function heldFacts(pin: Pin | undefined, feature: string, label: string): Fact[] {
  const holder = otherHolder(pin, feature)
  return holder === undefined ? [] : [costly('PAD-05', `${label} is held by ${holder} until that is moved or freed`, 3, 'note')]
}
