import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator'
import { standing, type Arrangement, type Between, type Brim, type Side } from './model'

/** An arrangement looked at. */
export interface Look {
  arrangement: Arrangement
  cost: number
  /** Crossings of each device's wires. */
  crossed: Map<string, number>
  /** Wires of each device in the order of its rows. */
  rows: Map<string, string[]>
  /** Wires that go round the board, and which way. */
  round: Map<string, Brim>
  /** It is its height that keeps it from being read. */
  tooHigh: boolean
}

/** What a search may do. */
export interface Freedom {
  /** Devices that are wired to each other, moved across together. */
  groups: string[][]
  /** Whether devices may stand between the columns. */
  between: boolean
}

/** The best so far of a search, and how much of it is done, from 0 to 1. */
export interface Found extends Look {
  share: number
}

/**
 * An arrangement of low cost, by iterated local search: from each start devices
 * are moved within their column or across while that helps, those first whose
 * wires cross most; then again from the best with a few devices moved at random,
 * always by the same numbers, until that has not helped for a while; at last rows
 * are exchanged and wires sent round the other way. Where the drawing is too high,
 * devices are put between the columns first. Yields the best so far now and then.
 * @param look what an arrangement costs
 * @param tries how many arrangements are looked at, at most
 */
export function* searchArrangement(
  starts: Arrangement[],
  look: (arrangement: Arrangement) => Look,
  freedom: Freedom,
  tries: number,
): Generator<Found, Arrangement> {
  const descent = new Descent(look, tries)
  const movesOf = (from: Look) => moves(from, freedom)
  let best = starts.map(look).reduce(cheaper)
  yield descent.found(best)
  if (freedom.between) best = yield* descent.lower(best)
  best = yield* descent.run(best, movesOf, tries / 4)
  const random = xoroshiro128plus(1)
  for (let idle = 0; idle < mostIdle && descent.left > tries / 4 && best.rows.size > 1;) {
    const found: Look = yield* descent.run(look(shaken(best.arrangement, random)), movesOf, tries / 4)
    idle = found.cost < best.cost ? 0 : idle + 1
    best = cheaper(best, found)
    yield descent.found(best)
  }
  return (yield* descent.run(best, refinements, 0)).arrangement
}

/** The same in one go. */
export function findArrangement(...search: Parameters<typeof searchArrangement>): Arrangement {
  const running = searchArrangement(...search)
  for (;;) {
    const { done, value } = running.next()
    if (done) return value
  }
}

/** Devices that stand between the columns, at most. */
const mostBetween = 6
/** Shakes that do not help after which the search is content. */
const mostIdle = 12
/** Arrangements that are looked at between two pauses. */
const stride = 60

const cheaper = (one: Look, other: Look): Look => (other.cost < one.cost ? other : one)

class Descent {
  public left: number

  constructor(
    private readonly look: (arrangement: Arrangement) => Look,
    private readonly tries: number,
  ) {
    this.left = tries
  }

  found(best: Look): Found {
    return { ...best, share: Math.min(1, 1 - this.left / this.tries) }
  }

  /**
   * Takes devices out of the columns, each time the one that costs least, until the drawing is low
   * enough: one alone helps nothing while the other column is as high.
   */
  *lower(start: Look): Generator<Found, Look> {
    let best = start
    let last = start
    for (let taken = 0; last.tooHigh && taken < mostBetween && this.left > this.tries / 2; taken += 1) {
      const looks: Look[] = []
      for (const id of [...last.arrangement.left, ...last.arrangement.right]) {
        for (const next of betweenMoves(last.arrangement, id)) {
          if (this.left-- % stride === 0) yield this.found(best)
          looks.push(this.look(next))
        }
      }
      if (!looks.length) break
      last = looks.reduce(cheaper)
      best = cheaper(best, last)
    }
    return best
  }

  /** Takes the first step that helps, again and again, until none does or only so many tries are left. */
  *run(start: Look, steps: (from: Look) => Iterable<Arrangement>, until: number): Generator<Found, Look> {
    let best = start
    for (let better = true; better && this.left > until;) {
      better = false
      for (const next of steps(best)) {
        if (this.left-- <= until) break
        if (this.left % stride === 0) yield this.found(best)
        const now = this.look(next)
        if (now.cost >= best.cost) continue
        best = now
        better = true
        break
      }
    }
    return best
  }
}

const inserted = (column: string[], at: number, ids: string[]) => [...column.slice(0, at), ...ids, ...column.slice(at)]

/** A device that stands elsewhere goes between the columns, next to the board or farthest from it. */
function* betweenMoves(arrangement: Arrangement, id: string): Iterable<Arrangement> {
  const without = { left: arrangement.left.filter((each) => each !== id), right: arrangement.right.filter((each) => each !== id) }
  const rest = (arrangement.between ?? []).filter((each) => each.id !== id)
  const last = arrangement.between?.find((each) => each.id === id)
  for (const brim of ['top', 'bottom'] as const) {
    for (const side of ['left', 'right'] as const) {
      if (last?.brim === brim && last.side === side) continue
      const one: Between = { id, brim, side }
      yield { ...without, between: [...rest, one] }
      if (rest.some((each) => each.brim === brim)) yield { ...without, between: [one, ...rest] }
    }
  }
}

/** One that stands between the columns goes into one of them. */
function* columnMoves({ left, right, between }: Arrangement, id: string): Iterable<Arrangement> {
  const rest = { between: between?.filter((each) => each.id !== id) }
  for (let at = 0; at <= left.length; at += 1) yield { ...rest, left: inserted(left, at, [id]), right }
  for (let at = 0; at <= right.length; at += 1) yield { ...rest, left, right: inserted(right, at, [id]) }
}

/** Arrangements one step away: one device elsewhere in its column, one device or a group that is wired together across, one between the columns. */
function* moves({ arrangement, crossed, tooHigh }: Look, { groups, between }: Freedom): Iterable<Arrangement> {
  const count = (id: string) => crossed.get(id) ?? 0
  const inner = arrangement.between ?? []
  const kept = inner.length ? { between: inner } : {}
  for (const id of standing(arrangement).sort((a, b) => count(b) - count(a))) {
    if (inner.some((each) => each.id === id)) {
      yield* columnMoves(arrangement, id)
      yield* betweenMoves(arrangement, id)
      continue
    }
    const side: Side = arrangement.left.includes(id) ? 'left' : 'right'
    const [from, to] = side === 'left' ? [arrangement.left, arrangement.right] : [arrangement.right, arrangement.left]
    const make = (here: string[], there: string[]): Arrangement =>
      side === 'left' ? { ...kept, left: here, right: there } : { ...kept, left: there, right: here }
    const rest = from.filter((standing) => standing !== id)
    for (let at = 0; at <= rest.length; at += 1) if (at !== from.indexOf(id)) yield make(inserted(rest, at, [id]), to)
    const group = groups.find((members) => members.includes(id)) ?? [id]
    if (between && (inner.length || tooHigh)) yield* betweenMoves(arrangement, id)
    const moved = from.filter((standing) => group.includes(standing))
    if (to.length + moved.length > from.length + 4) continue
    const left = from.filter((standing) => !group.includes(standing))
    for (let at = 0; at <= to.length; at += 1) yield make(left, inserted(to, at, moved))
  }
}

/** Arrangements with two neighbouring rows exchanged, or one wire round the board the other way. */
function* refinements({ arrangement, rows, round }: Look): Iterable<Arrangement> {
  for (const [wire, brim] of round) {
    yield { ...arrangement, round: { ...arrangement.round, [wire]: brim === 'top' ? 'bottom' : 'top' } }
  }
  for (const [id, order] of rows) {
    for (let at = 1; at < order.length; at += 1) {
      const next = [...order]
      next.splice(at - 1, 2, order[at]!, order[at - 1]!)
      yield { ...arrangement, rows: { ...arrangement.rows, [id]: next } }
    }
  }
}

/** The arrangement with four devices somewhere else. */
function shaken({ left, right, between }: Arrangement, random: RandomGenerator): Arrangement {
  const below = (count: number) => uniformInt(random, 0, count - 1)
  const columns = [[...left], [...right]]
  for (let turn = 0; turn < 4; turn += 1) {
    const from = columns[below(2)]!
    const to = columns[below(2)]!
    if (!from.length) continue
    const [id] = from.splice(below(from.length), 1)
    to.splice(below(to.length + 1), 0, id!)
  }
  return { ...(between?.length && { between }), left: columns[0]!, right: columns[1]! }
}
