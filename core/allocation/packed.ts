import type { Board } from '../catalogue'
import { whileSame } from '../memo'
import { sameValue } from '../editing'
import type { Place, Priority, ResolvedPlan } from '../plan'
import { capacitiesOf, type Claim } from '../suitability'
import { contested } from './contested'
import { compile, type Compiled, type Packing, type PackingItem, type PackingOption } from './packing'
import type { Candidate, Verdict } from './verdict'

/** Multipliers that make the sum of costs respect the order of the objective. */
export interface Weights {
  lock: number
  vital: number
  must: number
  wish: [number, number, number]
  risk: number
  move: number
  order: number
}

/** What the search has to know of a need or a supply. */
export interface Wanted {
  priority: Priority
  /** A must that keeps the craft in the air. */
  vital: boolean
  verdicts: Verdict[]
  candidates: Candidate[]
  /** What it takes to go without a place. */
  without: Claim[]
  /** Where it is at present. */
  before: Place | undefined
}

/** What the search is given, and how its costs are to be read. */
export interface Packed {
  compiled: Compiled
  weights: Weights
}

/** All that a packing is made of. */
interface Contents {
  wanted: Wanted[]
  /** What there is to share of each thing. */
  limits: Map<string, number>
}

/** What is wanted, as the search takes it: the same object while nothing that it is made of changes, so that what was worked out on it serves again. */
export function packed(resolved: ResolvedPlan, wanted: Wanted[]): Packed {
  return packedOn(resolved.board, { wanted, limits: capacitiesOf(resolved) })
}

const packedOn = whileSame((_board: Board, contents: Contents): Packed => {
  const { wanted } = contents
  const fine = weigh(wanted, true)
  // Where the levels together are more than can be told apart, the order among equals is given up.
  const weights = fine.lock * (wanted.length + 1) < dearest ? fine : weigh(wanted, false)
  return { compiled: compile(packingOf(contents, weights)), weights }
}, areAlike)

function areAlike(one: Contents, other: Contents): boolean {
  return (
    one.wanted.length === other.wanted.length &&
    one.wanted.every((want, at) => isAlike(want, other.wanted[at]!)) &&
    sameValue([...one.limits], [...other.limits])
  )
}

/** Verdicts are the same objects while they say the same. */
function isAlike(one: Wanted, other: Wanted): boolean {
  const { verdicts, priority, vital, before } = other
  return (
    one.verdicts === verdicts &&
    one.priority === priority &&
    one.vital === vital &&
    one.before === before &&
    sameValue(one.without, other.without)
  )
}

/** Sums of costs stay below it, so that they are exact. */
const dearest = 2 ** 50

/**
 * Each weight exceeds all that can come together on the levels below it. Below
 * the moves stands the order of the places on the board: among equals the first
 * is taken, and the answer is always the same.
 */
function weigh(wants: Wanted[], ordered: boolean): Weights {
  let below = ordered ? wants.reduce((sum, { verdicts }) => sum + verdicts.length, 0) : 0
  const next = (most: number) => {
    const weight = below + 1
    below += weight * most
    return weight
  }
  const count = (priority: Priority) => wants.filter((want) => want.priority === priority).length
  const move = next(wants.length)
  const risk = next(
    wants.reduce((sum, { candidates }) => sum + candidates.reduce((most, { risk }) => Math.max(most, risk), 0), 0),
  )
  const third = next(count(3))
  const second = next(count(2))
  const first = next(count(1))
  const vitals = wants.filter(({ vital }) => vital).length
  const must = next(count('must') - vitals)
  const vital = next(vitals)
  return { lock: next(wants.length), vital, must, wish: [first, second, third], risk, move, order: ordered ? 1 : 0 }
}

function packingOf({ wanted, limits }: Contents, weights: Weights): Packing {
  const units = numbering()
  const modes = numbering()
  const values = numbering()
  const loads = numbering()
  const matters = contested(wanted, limits)
  const optionOf = (claims: Claim[], cost: number): PackingOption => {
    // Written in one place, options are all of one shape, which whoever reads them by the ten thousand is quicker with.
    const option: PackingOption = { units: [], modes: [], loads: [], cost }
    for (const claim of claims) {
      if (!matters(claim)) continue
      if (claim.kind === 'alone') option.units.push(units.number(claim.thing))
      else if (claim.kind === 'alike') option.modes.push([modes.number(claim.thing), values.number(`${claim.thing}=${claim.as}`)])
      else option.loads.push([loads.number(claim.thing), claim.amount])
    }
    return option
  }
  const items = wanted.map((want): PackingItem => {
    const { before, without } = want
    const options = want.verdicts.flatMap(({ place, candidates }, order) => {
      const stays = before === undefined || before === place
      const cost = (stays ? 0 : weights.move) + weights.order * order
      return candidates.map(({ claims, risk }) => optionOf(claims, cost + risk * weights.risk))
    })
    const unmet = skipCost(want, weights) + (before === undefined ? 0 : weights.move)
    options.push(optionOf(without, unmet), optionOf(without, unmet + weights.lock))
    if (without.length) options.push(optionOf([], unmet))
    return { options }
  })
  const capacities = [...loads.names.keys()].map((name) => limits.get(name) ?? 0)
  const { lock, vital, must, wish, risk, move, order } = weights
  const levels = [...new Set([lock, vital, must, ...wish, risk, move, ...(order ? [order] : []), 1])]
  return { units: units.names.size, modes: modes.names.size, capacities, items, levels }
}

/** Numbers names in the order in which they are first met. */
function numbering() {
  const names = new Map<string, number>()
  const number = (name: string): number => {
    const known = names.get(name)
    if (known !== undefined) return known
    names.set(name, names.size)
    return names.size - 1
  }
  return { number, names }
}

function skipCost({ priority, vital }: Wanted, weights: Weights): number {
  if (vital) return weights.vital
  return priority === 'must' ? weights.must : weights.wish[priority - 1]!
}
