import type { Allocation } from './allocate'

const counted = (count: number, one: string, several: string) => `${count} more ${count === 1 ? one : several}`

/**
 * How much better than an allocation another could still be, in words; empty when it is proven best.
 * Told is the first level on which there may be a better one: what comes below it is small beside it.
 */
export function gapOf({ score, bound, proven }: Pick<Allocation, 'score' | 'bound' | 'proven'>): string {
  if (proven) return ''
  const locks = score.unkeptLocks - bound.unkeptLocks
  if (locks > 0) return `at most ${counted(locks, 'lock', 'locks')} could be kept`
  const vital = score.unmetVital - bound.unmetVital
  if (vital > 0) return `at most ${vital} more of what keeps the craft in the air could be placed`
  const musts = score.unmetMusts - bound.unmetMusts
  if (musts > 0) return `at most ${counted(musts, 'must', 'musts')} could be placed`
  const rank = score.unmetWishes.findIndex((count, at) => count > bound.unmetWishes[at]!)
  if (rank >= 0) {
    const wishes = score.unmetWishes[rank]! - bound.unmetWishes[rank]!
    return `at most ${counted(wishes, 'wish', 'wishes')} of rank ${rank + 1} could be placed`
  }
  const risk = score.risk - bound.risk
  if (risk > 0)
    return `as much as can be is placed; its drawbacks could weigh at most ${Math.ceil((100 * risk) / score.risk)} % less`
  return `only moves could be saved, at most ${score.moves - bound.moves}`
}
