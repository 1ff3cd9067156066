import type { Allocation } from './allocate'
import type { Reason } from './verdict'

/** How much a drawback weighs, from points of risk: each degree stands for the points up to its limit. */
const degrees = [
  { upTo: 4, word: 'slight', mark: '−' },
  { upTo: 14, word: 'marked', mark: '−−' },
  { upTo: Infinity, word: 'serious', mark: '−−−' },
] as const

/** A drawback in one word, and in a mark that fits a cell of a grid. */
export function degreeOf(risk: number): { word: string; mark: string } {
  return degrees.find(({ upTo }) => risk <= upTo)!
}

/** What an allocation costs, one drawback after the other, the gravest first. */
export function drawbacksOf({ reasons }: Pick<Allocation, 'reasons'>): { key: string; reason: Reason }[] {
  return Object.entries(reasons)
    .flatMap(([key, list]) => list.filter(({ risk }) => risk > 0).map((reason) => ({ key, reason })))
    .sort((one, other) => other.reason.risk - one.reason.risk)
}

/** How many there are, in words. */
export function drawbackCount(count: number): string {
  return count === 0 ? 'no drawbacks' : count === 1 ? '1 drawback' : `${count} drawbacks`
}
