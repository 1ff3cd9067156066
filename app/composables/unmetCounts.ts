import type { Score } from '#core/allocation'

/** How many musts and wishes have no place, in words. */
export function unmetCounts({ unmetMusts, unmetWishes }: Score): string {
  const wishes = unmetWishes.reduce((sum, count) => sum + count, 0)
  return `${unmetMusts} must${unmetMusts === 1 ? '' : 's'}, ${wishes} wish${wishes === 1 ? '' : 'es'}`
}
