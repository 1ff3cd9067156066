import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import type { Edge } from '../../catalogue'
import { heightOfBend } from './align'
import { crossingInBends, unreadCost, type Arrangement, type Brim, type Side } from './model'

/** A wire that leaves the board: over which edge, and where along it. */
export interface Leaving {
  pad: string
  edge: Edge
  along: number
}

/** A device as far as the sketch knows it. */
export interface Sketched {
  id: string
  height: number
  /** Its wires to the board. */
  leaving: Leaving[]
  /** The other ends of its wires to devices; each wire stands with one of the two. */
  linked: string[]
}

const sides = ['left', 'right'] as const

/** A wire as its device sees it from a side: from the top, in which order it comes into the channel. */
interface Seen {
  pad: string
  height: number
  /** Where it goes over the board, if it does: from the board's left edge. */
  brim: Brim | undefined
  across: number
  bends: number
}

/** Two devices wired to each other, and by how many wires. */
interface Link {
  one: number
  other: number
  count: number
}

/**
 * What an arrangement will cost, told from the order of the devices alone, without any lanes
 * and tracks: two wires to the board cross where the upper device's comes in below the other's
 * (as edges of a two-layered drawing do), wires between devices are crossed by what leaves from
 * between them. A thousandth of the work of drawing it, and near enough to look for good ones.
 */
export class Sketch {
  private readonly count: number
  /** Crossings of the wires of two devices with the first above the second, by side; and with the first left and the second right. */
  private readonly above: Record<Side, Float64Array>
  private readonly facing: Float64Array
  /** What a device costs on a side whatever stands beside it. */
  private readonly alone: Record<Side, Float64Array>
  /** Ends of wires that leave a device towards the board. */
  private readonly ends: Float64Array
  /** Those of them that stand above its wires to the other side. */
  private readonly upper: Record<Side, Float64Array>
  private readonly links: Link[] = []
  private readonly index: Map<string, number>

  constructor(
    private readonly devices: Sketched[],
    private readonly board: { width: number; height: number },
    private readonly gap: number,
    private readonly highest = Infinity,
  ) {
    const count = devices.length
    this.count = count
    this.index = new Map(devices.map(({ id }, at) => [id, at]))
    const seen = { left: this.seenFrom('left'), right: this.seenFrom('right') }
    const pairs = (from: Seen[][], to: Seen[][], cross: (one: Seen, other: Seen) => boolean) => {
      const table = new Float64Array(count * count)
      from.forEach((mine, at) =>
        to.forEach((theirs, there) => {
          if (at === there) return
          let sum = 0
          for (const one of mine) for (const other of theirs) if (one.pad !== other.pad && cross(one, other)) sum += 1
          table[at * count + there] = sum
        }),
      )
      return table
    }
    const lower = (one: Seen, other: Seen) => one.height > other.height
    this.above = { left: pairs(seen.left, seen.left, lower), right: pairs(seen.right, seen.right, lower) }
    this.facing = pairs(
      seen.left,
      seen.right,
      (one, other) => one.brim !== undefined && one.brim === other.brim && one.across > other.across,
    )
    this.alone = { left: this.aloneOn('left', seen.left), right: this.aloneOn('right', seen.right) }
    this.ends = Float64Array.from(devices, ({ leaving }) => leaving.length)
    const upper = (mine: Seen[]) => mine.filter((one) => one.height < board.height / 2).length
    this.upper = { left: Float64Array.from(seen.left, upper), right: Float64Array.from(seen.right, upper) }
    for (const [at, { linked }] of devices.entries()) {
      for (const id of linked) {
        const other = this.index.get(id)
        if (other === undefined || other === at) continue
        const known = this.links.find((link) => [link.one, link.other].includes(at) && [link.one, link.other].includes(other))
        if (known) known.count += 1
        else this.links.push({ one: at, other, count: 1 })
      }
    }
  }

  /** What an arrangement of these devices costs, in bends. */
  costOf({ left, right }: Arrangement): number {
    const known = (ids: string[]) => ids.flatMap((id) => this.index.get(id) ?? [])
    return this.cost(known(left), known(right))
  }

  /**
   * Good arrangements by simulated annealing (Kirkpatrick, Gelatt and Vecchi, Science 220, 1983)
   * from each start, always by the same numbers: the best, and some that are about as good.
   * @param steps arrangements tried from each start; fewer where there are not so many
   * @returns at least one, of no devices where there are none
   */
  find(starts: Arrangement[], steps: number, most: number): Arrangement[] {
    const tries = Math.min(steps, triesEach * this.arrangements())
    const found = starts.flatMap((start, at) => this.anneal(start, tries, at + 1))
    const least = found.reduce((lowest, { cost }) => Math.min(lowest, cost), Infinity)
    const good = new Map(
      found.filter(({ cost }) => cost <= least + asGood).map(({ columns, cost }) => [columns.join(' | '), { columns, cost }]),
    )
    const sorted = [...good.values()].sort((one, other) => one.cost - other.cost)
    const stride = Math.max(1, sorted.length / most)
    const chosen = Array.from({ length: Math.min(most, sorted.length) }, (_, at) => sorted[Math.floor(at * stride)]!)
    return chosen.map(({ columns }) => {
      const [left, right] = columns.map((column) => column.map((at) => this.devices[at]!.id))
      return { left: left!, right: right! }
    })
  }

  /** How many ways there are to put the devices in two columns: (n + 1)!; none where there is nothing to choose. */
  private arrangements(): number {
    let ways = this.count ? 1 : 0
    for (let at = 2; at <= this.count + 1 && ways < 1e9; at += 1) ways *= at
    return ways
  }

  /** What is passed on the way that is about as good as the best. */
  private anneal({ left, right }: Arrangement, steps: number, seed: number): { columns: number[][]; cost: number }[] {
    const random = xoroshiro128plus(seed)
    const below = (limit: number) => uniformInt(random, 0, limit - 1)
    const known = (ids: string[]) => ids.flatMap((id) => this.index.get(id) ?? [])
    let columns = [known(left), known(right)]
    let cost = this.cost(columns[0]!, columns[1]!)
    let least = cost
    let passed = [{ columns, cost }]
    for (let step = 0; step < steps; step += 1) {
      const heat = hottest * (coldest / hottest) ** (step / steps)
      const next = this.moved(columns, below)
      const now = this.cost(next[0]!, next[1]!)
      if (now - cost > -heat * Math.log((1 + below(grains)) / grains)) continue
      columns = next
      cost = now
      if (cost <= least + asGood) passed.push({ columns, cost })
      if (cost >= least) continue
      least = cost
      passed = passed.filter((one) => one.cost <= least + asGood)
    }
    return passed
  }

  /** The columns with one device, or one and all it is wired to, somewhere else. */
  private moved(columns: number[][], below: (limit: number) => number): number[][] {
    const device = below(this.count)
    const taken = [device]
    if (below(4) === 0) {
      for (const { one, other } of this.links) {
        if (one === device) taken.push(other)
        else if (other === device) taken.push(one)
      }
    }
    const rest = columns.map((column) => column.filter((at) => !taken.includes(at)))
    const side = below(2)
    rest[side]!.splice(below(rest[side]!.length + 1), 0, ...taken)
    return rest
  }

  private cost(left: number[], right: number[]): number {
    const { above, facing, alone, count } = this
    let crossings = 0
    let bends = 0
    for (const side of sides) {
      const column = side === 'left' ? left : right
      const table = above[side]
      for (let at = 0; at < column.length; at += 1) {
        const row = column[at]! * count
        bends += alone[side][column[at]!]!
        for (let next = at + 1; next < column.length; next += 1) crossings += table[row + column[next]!]!
      }
    }
    for (const one of left) for (const other of right) crossings += facing[one * count + other]!
    crossings += this.ofLinks(left, right)
    const height = Math.max(this.heightOf(left), this.heightOf(right), this.board.height)
    return crossingInBends * crossings + bends + height / heightOfBend + unreadCost(height / this.highest)
  }

  /** Crossings of wires between devices with each other and with those to the board. */
  private ofLinks(left: number[], right: number[]): number {
    const { ends } = this
    let crossings = 0
    const spans: { column: number[]; from: number; to: number; count: number }[] = []
    const endsAbove = (column: number[], until: number) => {
      let sum = 0
      for (let at = 0; at < until; at += 1) sum += ends[column[at]!]!
      return sum
    }
    const endsOf = (column: number[]) => endsAbove(column, column.length)
    for (const { one, other, count } of this.links) {
      const [first, second] = [left.includes(one) ? left : right, left.includes(other) ? left : right]
      const [here, there] = [first.indexOf(one), second.indexOf(other)]
      if (first === second) {
        const [from, to] = here < there ? [here, there] : [there, here]
        crossings += count * (endsAbove(first, to) - endsAbove(first, from + 1))
        spans.push({ column: first, from, to, count })
      } else {
        const upper = (column: number[], at: number) =>
          endsAbove(column, at) + this.upper[column === left ? 'left' : 'right'][column[at]!]!
        const over = upper(first, here) + upper(second, there)
        crossings += count * Math.min(over, endsOf(first) + endsOf(second) - over)
      }
    }
    spans.forEach((span, at) => {
      for (const next of spans.slice(at + 1)) {
        if (next.column !== span.column) continue
        const [upper, lower] = span.from < next.from ? [span, next] : [next, span]
        if (upper.from < lower.from && lower.from < upper.to && upper.to < lower.to) crossings += upper.count * lower.count
      }
    })
    return crossings
  }

  private heightOf(column: number[]): number {
    return column.reduce((sum, at) => sum + this.devices[at]!.height + this.gap, 0)
  }

  private seenFrom(side: Side): Seen[][] {
    const { width, height } = this.board
    const seen = ({ pad, edge, along }: Leaving): Seen => {
      if (edge === side) return { pad, height: along, brim: undefined, across: 0, bends: 1 }
      const level = edge === 'left' || edge === 'right'
      const brim: Brim = level ? (along < height / 2 ? 'top' : 'bottom') : edge
      const far = level ? width + (brim === 'top' ? along : height - along) : side === 'left' ? along : width - along
      const across = level ? (edge === 'left' ? -1 : width + 1) : along
      return { pad, height: brim === 'top' ? -1 - far : height + 1 + far, brim, across, bends: level ? 4 : 2 }
    }
    return this.devices.map(({ leaving }) => leaving.map(seen))
  }

  /** Bends of each device's wires on a side, and what leaves by the far edge between them and the corner that they turn at. */
  private aloneOn(side: Side, seen: Seen[][]): Float64Array {
    const { height } = this.board
    const far = side === 'left' ? 'right' : 'left'
    const straight = this.devices.flatMap(({ leaving }) => leaving.filter(({ edge }) => edge === far))
    return Float64Array.from(this.devices, ({ leaving }, at) => {
      const bends = seen[at]!.reduce((sum, one) => sum + one.bends, 0)
      const passed = leaving
        .filter(({ edge }) => edge === far)
        .reduce((sum, { along }) => {
          const nearer = (other: Leaving) => (along < height / 2 ? other.along < along : other.along > along)
          return sum + straight.filter(nearer).length
        }, 0)
      return bends + crossingInBends * passed
    })
  }
}

/** Bends by which an arrangement may be worse at first, and at last. */
const hottest = 30
const coldest = 0.8
const grains = 1 << 24
/** How often each arrangement of a few devices may come up. */
const triesEach = 200
/** Arrangements that differ by no more than this are looked at more closely. */
const asGood = 10
