import { columnHeight, rowOffset, type Block } from './blocks'
import { grid } from './model'

/**
 * What a row asks of its height, from the board's top edge: level with the place
 * where its wire leaves the board at the side, or beyond a limit above or below
 * the board, so that a wire from the top or bottom edge needs only one turn.
 */
export type Wish = { level: number } | { above?: number; below?: number }

/** Heights at which a block may stand, ascending, and the bends its wires have there. */
export interface Places {
  heights: number[]
  costs: number[]
}

/** Bends a wire has more when its row is not where it wishes to be. */
const missed = 2
/** A wire longer by this is as bad as one more bend. */
const lengthOfBend = 700
/** A column that reaches beyond the board by this is as bad as one more bend. */
export const heightOfBend = 24
/** Bends that each unit costs by which a column reaches beyond what can be read. */
const tooFar = 0.5
/** A row at the height of another wire that leaves the board there, in bends. */
const inTheWay = 0.6
/** Among places of one cost, that nearest to where it would stand with nothing to align to. */
const farFromPacked = 20_000
/** Blocks stand on a grid of this where no wire asks for more. */
const step = 8
/** Blocks come this near to each other where that makes a wire straight. */
const tightest = 6

/**
 * Where a block may stand and what its wires cost there: on a coarse grid, and
 * wherever one of its rows is level with its pad.
 * @param wishes what each row asks for; nothing when it has no pad
 * @param exits heights at which wires leave the board on this side: a row there that is not theirs would run into them
 * @param reach how far above and below the board a block may stand
 */
export function placesOf(wishes: (Wish | undefined)[], exits: number[], boardHeight: number, reach: number): Places {
  const level = wishes.flatMap((wish, at) => (wish && 'level' in wish ? [wish.level - rowOffset(at)] : []))
  const coarse: number[] = []
  for (let y = -Math.ceil(reach / step) * step; y <= boardHeight + reach; y += step) coarse.push(y)
  const heights = [...new Set([...coarse, ...level])].sort((a, b) => a - b)
  const costs = heights.map((y) => wishes.reduce((sum, wish, at) => sum + rowCost(y + rowOffset(at), wish, exits), 0))
  return { heights, costs }
}

/**
 * Heights for the blocks of a column in their order, so that as many wires as
 * can be run straight on, by dynamic programming over the places of each block.
 * @param places of each block, in the order of the column
 * @param beyond how far the column may reach above and below the board before the drawing is too high
 * @returns height of each block's upper edge, from the board's top edge
 */
export function alignColumn(column: Block[], places: Places[], boardHeight: number, beyond = Infinity): number[] {
  let packed = (boardHeight - columnHeight(column)) / 2
  const stages: Stage[] = []
  for (const [index, block] of column.entries()) {
    const stage = stageOf(places[index]!, packed, stages.at(-1), block.height + tightest)
    if (index === 0) addBeyond(stage, (y) => -y, beyond)
    if (index === column.length - 1) addBeyond(stage, (y) => y + block.height - boardHeight, beyond)
    packed += block.height + grid.gap
    stages.push(stage)
  }
  const chosen: number[] = []
  let at = stages.length ? least(stages.at(-1)!.costs) : -1
  for (let index = column.length - 1; index >= 0; index -= 1) {
    chosen[index] = places[index]!.heights[at]!
    at = stages[index]!.from[at]!
  }
  return chosen
}

/** Adds what it costs that a column reaches beyond the board. */
function addBeyond({ heights, costs }: Stage, beyond: (y: number) => number, most: number): void {
  for (let at = 0; at < heights.length; at += 1) {
    const off = Math.max(0, beyond(heights[at]!))
    costs[at]! += off / heightOfBend + Math.max(0, off - most) * tooFar
  }
}

const least = (costs: Float64Array): number => costs.reduce((best, cost, at) => (cost < costs[best]! ? at : best), 0)

/** The least cost of a column down to one block, for each of its places. */
interface Stage {
  heights: number[]
  costs: Float64Array
  /** Place of the block above that goes with it. */
  from: Int16Array
  /** How much lower the next block stands at least. */
  next: number
}

function stageOf({ heights, costs: own }: Places, packed: number, before: Stage | undefined, next: number): Stage {
  const costs = new Float64Array(heights.length)
  const from = new Int16Array(heights.length).fill(-1)
  let best = before ? Infinity : 0
  let chosen = -1
  let above = 0
  for (let at = 0; at < heights.length; at += 1) {
    const y = heights[at]!
    for (; before && above < before.heights.length && before.heights[above]! + before.next <= y; above += 1) {
      if (before.costs[above]! >= best) continue
      best = before.costs[above]!
      chosen = above
    }
    costs[at] = best + own[at]! + Math.abs(y - packed) / farFromPacked
    from[at] = chosen
  }
  return { heights, costs, from, next }
}

/** Bends that a row costs at a height, with a little for length and for running into another wire's height. */
function rowCost(y: number, wish: Wish | undefined, exits: number[]): number {
  const hit = exits.some((exit) => Math.abs(exit - y) < 5) ? inTheWay : 0
  if (!wish) return hit
  if ('level' in wish) {
    const off = Math.abs(wish.level - y)
    return off === 0 ? 0 : missed + off / lengthOfBend + hit
  }
  const { above = -Infinity, below = Infinity } = wish
  if (y > above && y < below) return missed + Math.min(y - above, below - y) / lengthOfBend + hit
  return (y <= above ? above - y : y - below) / lengthOfBend
}
