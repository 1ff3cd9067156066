import { hasBit, type Bits } from './bits'
import { loadOn, type Compiled } from './conflicts'

/** How many others may have to look for another place when one takes a better one. */
const mostEvicted = 3

/**
 * Improves a choice: an item takes a cheaper option, whoever stands in its way takes the
 * cheapest that is left to it; kept when all of it together costs less. Ends when no item
 * can better the choice in this way.
 * @param items those that look for a better option
 * @param choice an option of each item of a group, which break nothing together
 * @param open options that may be used
 * @returns the improved choice
 */
export function improve(compiled: Compiled, items: number[], choice: number[], open: Bits, stopped: () => boolean): number[] {
  const room = new Room(compiled, choice)
  for (let improved = true; improved;) {
    improved = false
    for (const item of dearestFirst(compiled, items, room)) {
      if (stopped()) return room.choice()
      if (takeBetter(compiled, room, item, open)) improved = true
    }
  }
  return room.choice()
}

/** How many options are tried for an item that has to go elsewhere. */
const mostTried = 6

/**
 * Makes a choice keep to what is open: items whose option is not take the open one that costs
 * least together with what has to make room for it.
 * @param choice an option of each item of a group, which break nothing together
 * @param items those whose option may not be open
 * @returns undefined when one of them finds nothing
 */
export function mend(compiled: Compiled, choice: number[], items: number[], open: Bits): number[] | undefined {
  const room = new Room(compiled, choice)
  for (const item of items) {
    if (hasBit(open, room.optionOf(item))) continue
    const tried = openOf(compiled, item, open)
      .sort((a, b) => compiled.options[a]!.cost - compiled.options[b]!.cost)
      .slice(0, mostTried)
    let best: { option: number; cost: number } | undefined
    let at = -1
    for (const [place, option] of tried.entries()) {
      if (best && compiled.options[option]!.cost >= best.cost) break
      const undo = room.snapshot(item, room.inTheWayOf(option, item) ?? [])
      const cost = moveTo(compiled, room, item, option, open)
      if (cost !== undefined && (!best || cost < best.cost)) [best, at] = [{ option, cost }, place]
      const next = tried[place + 1]
      // What is left cannot be cheaper: it stays as it is now.
      if (at === place && (next === undefined || compiled.options[next]!.cost >= best!.cost)) break
      room.restore(undo)
      at = -1
    }
    if (!best) return undefined
    if (at < 0) moveTo(compiled, room, item, best.option, open)
  }
  return room.choice()
}

/** Puts an item on an option, whoever is in its way elsewhere; what that costs, or undefined when it cannot be. */
function moveTo(compiled: Compiled, room: Room, item: number, option: number, open: Bits): number | undefined {
  const { options } = compiled
  const evicted = room.inTheWayOf(option, item)
  if (!evicted) return undefined
  let cost = options[option]!.cost
  for (const other of evicted) {
    cost -= options[room.optionOf(other)]!.cost
    room.leave(other)
  }
  room.leave(item)
  room.take(option)
  for (const other of evicted) {
    const next = cheapestFree(compiled, room, other, open)
    if (next === undefined) return undefined
    cost += options[next]!.cost
    room.take(next)
  }
  return cost
}

function dearestFirst({ options }: Compiled, items: number[], room: Room): number[] {
  return [...items].sort((a, b) => options[room.optionOf(b)]!.cost - options[room.optionOf(a)]!.cost || a - b)
}

function takeBetter(compiled: Compiled, room: Room, item: number, open: Bits): boolean {
  const { options } = compiled
  const before = room.optionOf(item)
  const cheaper = openOf(compiled, item, open)
    .filter((option) => options[option]!.cost < options[before]!.cost)
    .sort((a, b) => options[a]!.cost - options[b]!.cost || a - b)
  for (const option of cheaper) {
    const evicted = room.inTheWayOf(option, item)
    if (!evicted || evicted.length > mostEvicted) continue
    const undo = room.snapshot(item, evicted)
    const cost = moveTo(compiled, room, item, option, open)
    if (cost !== undefined && cost < options[before]!.cost) return true
    room.restore(undo)
  }
  return false
}

function openOf({ optionsOfItem }: Compiled, item: number, open: Bits): number[] {
  return optionsOfItem[item]!.filter((option) => hasBit(open, option))
}

function cheapestFree(compiled: Compiled, room: Room, item: number, open: Bits): number | undefined {
  const { options } = compiled
  let best: number | undefined
  for (const option of openOf(compiled, item, open)) {
    if (best !== undefined && options[option]!.cost >= options[best]!.cost) continue
    if (room.inTheWayOf(option, item)?.length === 0) best = option
  }
  return best
}

/** Who holds what. */
class Room {
  private readonly chosen = new Map<number, number>()
  private readonly holder = new Map<number, number>()
  private readonly setters = new Map<number, Map<number, number>>()
  private readonly load: Float64Array

  constructor(
    private readonly compiled: Compiled,
    choice: number[],
  ) {
    this.load = new Float64Array(compiled.packing.capacities.length)
    for (const option of choice) this.take(option)
  }

  /** Options of some items, to go back to. */
  snapshot(item: number, others: number[]): [item: number, option: number][] {
    return [item, ...others].map((one) => [one, this.chosen.get(one)!])
  }

  restore(before: [item: number, option: number][]): void {
    for (const [item] of before) this.leave(item)
    for (const [, option] of before) this.take(option)
  }

  choice(): number[] {
    return [...this.chosen.values()]
  }

  optionOf(item: number): number {
    return this.chosen.get(item)!
  }

  take(option: number): void {
    const { options, itemOf } = this.compiled
    const item = itemOf[option]!
    const { units, modes, loads } = options[option]!
    this.chosen.set(item, option)
    for (const unit of units) this.holder.set(unit, item)
    for (const [mode, value] of modes) {
      if (!this.setters.has(mode)) this.setters.set(mode, new Map())
      this.setters.get(mode)!.set(item, value)
    }
    for (const [capacity, amount] of loads) this.load[capacity]! += amount
  }

  leave(item: number): void {
    const option = this.chosen.get(item)
    if (option === undefined) return
    const { units, modes, loads } = this.compiled.options[option]!
    this.chosen.delete(item)
    for (const unit of units) this.holder.delete(unit)
    for (const [mode] of modes) this.setters.get(mode)!.delete(item)
    for (const [capacity, amount] of loads) this.load[capacity]! -= amount
  }

  /** Other items that would have to leave for an option; undefined when a capacity would still be too small. */
  inTheWayOf(option: number, item: number): number[] | undefined {
    const { options, packing } = this.compiled
    const { units, modes, loads } = options[option]!
    const found = new Set<number>()
    for (const unit of units) {
      const holder = this.holder.get(unit)
      if (holder !== undefined && holder !== item) found.add(holder)
    }
    for (const [mode, value] of modes) {
      for (const [other, set] of this.setters.get(mode) ?? []) if (set !== value && other !== item) found.add(other)
    }
    const mine = this.chosen.get(item)
    for (const [capacity, amount] of loads) {
      let over = this.load[capacity]! + amount - packing.capacities[capacity]!
      if (mine !== undefined) over -= loadOn(options[mine]!, capacity)
      for (const other of found) over -= loadOn(options[this.chosen.get(other)!]!, capacity)
      if (over <= 0) continue
      const others = [...this.chosen].filter(([other]) => other !== item && !found.has(other))
      const sized = others
        .map(([other, theirs]) => ({ other, size: loadOn(options[theirs]!, capacity) }))
        .filter(({ size }) => size > 0)
      const enough = sized.filter(({ size }) => size >= over).sort((a, b) => a.size - b.size)[0]
      if (!enough) return undefined
      found.add(enough.other)
    }
    return [...found]
  }
}
