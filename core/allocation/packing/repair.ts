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
  const room = new Room(compiled, choice, open)
  for (let improved = true; improved;) {
    improved = false
    for (const item of dearestFirst(compiled, items, room)) {
      if (stopped()) return room.choice()
      if (takeBetter(compiled, room, item)) improved = true
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
  const room = new Room(compiled, choice, open)
  for (const item of items) {
    if (hasBit(open, room.optionOf(item))) continue
    const tried = room.cheapestFirst(item).slice(0, mostTried)
    let best: { option: number; cost: number } | undefined
    let at = -1
    for (const [place, option] of tried.entries()) {
      if (best && compiled.options[option]!.cost >= best.cost) break
      const undo = room.snapshot(item, room.inTheWayOf(option, item) ?? [])
      const cost = moveTo(compiled, room, item, option)
      if (cost !== undefined && (!best || cost < best.cost)) [best, at] = [{ option, cost }, place]
      const next = tried[place + 1]
      // What is left cannot be cheaper: it stays as it is now.
      if (at === place && (next === undefined || compiled.options[next]!.cost >= best!.cost)) break
      room.restore(undo)
      at = -1
    }
    if (!best) return undefined
    if (at < 0) moveTo(compiled, room, item, best.option)
  }
  return room.choice()
}

/** Puts an item on an option, whoever is in its way elsewhere; what that costs, or undefined when it cannot be. */
function moveTo({ options }: Compiled, room: Room, item: number, option: number): number | undefined {
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
    const next = room.cheapestFree(other)
    if (next === undefined) return undefined
    cost += options[next]!.cost
    room.take(next)
  }
  return cost
}

function dearestFirst({ options }: Compiled, items: number[], room: Room): number[] {
  return [...items].sort((a, b) => options[room.optionOf(b)]!.cost - options[room.optionOf(a)]!.cost || a - b)
}

function takeBetter(compiled: Compiled, room: Room, item: number): boolean {
  const { options } = compiled
  const before = room.optionOf(item)
  for (const option of room.cheapestFirst(item)) {
    if (options[option]!.cost >= options[before]!.cost) return false
    const evicted = room.inTheWayOf(option, item)
    if (!evicted || evicted.length > mostEvicted) continue
    const undo = room.snapshot(item, evicted)
    const cost = moveTo(compiled, room, item, option)
    if (cost !== undefined && cost < options[before]!.cost) return true
    room.restore(undo)
  }
  return false
}

/** Who holds what. */
class Room {
  /** The option of each item of the group; −1 while it has none. */
  private readonly chosen: Int32Array
  private readonly items: number[]
  /** Who holds each unit; −1 where nobody does. */
  private readonly holder: Int32Array
  /** Who sets each mode, all of them to the same value, and that value. */
  private readonly setters: number[][] = []
  private readonly setTo: number[] = []
  private readonly load: Float64Array
  /** Open options of each item, cheapest first, once they were asked for. */
  private readonly sorted: number[][] = []

  constructor(
    private readonly compiled: Compiled,
    choice: number[],
    private readonly open: Bits,
  ) {
    const { packing, itemOf } = compiled
    this.chosen = new Int32Array(packing.items.length).fill(-1)
    this.items = choice.map((option) => itemOf[option]!)
    this.holder = new Int32Array(packing.units).fill(-1)
    this.load = new Float64Array(packing.capacities.length)
    for (const option of choice) this.take(option)
  }

  /** Options of some items, to go back to. */
  snapshot(item: number, others: number[]): [item: number, option: number][] {
    return [item, ...others].map((one) => [one, this.chosen[one]!])
  }

  restore(before: [item: number, option: number][]): void {
    for (const [item] of before) this.leave(item)
    for (const [, option] of before) this.take(option)
  }

  choice(): number[] {
    return this.items.map((item) => this.chosen[item]!)
  }

  optionOf(item: number): number {
    return this.chosen[item]!
  }

  take(option: number): void {
    const { options, itemOf } = this.compiled
    const item = itemOf[option]!
    const { units, modes, loads } = options[option]!
    this.chosen[item] = option
    for (const unit of units) this.holder[unit] = item
    for (const [mode, value] of modes) {
      ;(this.setters[mode] ??= []).push(item)
      this.setTo[mode] = value
    }
    for (const [capacity, amount] of loads) this.load[capacity]! += amount
  }

  leave(item: number): void {
    const option = this.chosen[item]!
    if (option < 0) return
    const { units, modes, loads } = this.compiled.options[option]!
    this.chosen[item] = -1
    for (const unit of units) this.holder[unit] = -1
    for (const [mode] of modes) {
      const setters = this.setters[mode]!
      setters.splice(setters.indexOf(item), 1)
    }
    for (const [capacity, amount] of loads) this.load[capacity]! -= amount
  }

  /** Open options of an item, cheapest first. */
  cheapestFirst(item: number): number[] {
    const known = this.sorted[item]
    if (known) return known
    const { options, optionsOfItem } = this.compiled
    const open = optionsOfItem[item]!.filter((option) => hasBit(this.open, option))
    return (this.sorted[item] = open.sort((a, b) => options[a]!.cost - options[b]!.cost || a - b))
  }

  /** The cheapest open option of an item without a place that nobody is in the way of. */
  cheapestFree(item: number): number | undefined {
    return this.cheapestFirst(item).find((option) => this.isFree(option))
  }

  /** Whether an item without a place can take an option as things are. */
  private isFree(option: number): boolean {
    const { units, modes, loads } = this.compiled.options[option]!
    for (const unit of units) if (this.holder[unit]! >= 0) return false
    for (const [mode, value] of modes) if (this.setTo[mode] !== value && this.setters[mode]?.length) return false
    for (const [capacity, amount] of loads) {
      if (this.load[capacity]! + amount > this.compiled.packing.capacities[capacity]!) return false
    }
    return true
  }

  /** Other items that would have to leave for an option; undefined when a capacity would still be too small. */
  inTheWayOf(option: number, item: number): number[] | undefined {
    const { options, packing } = this.compiled
    const { units, modes, loads } = options[option]!
    const found: number[] = []
    const note = (other: number) => {
      if (other !== item && !found.includes(other)) found.push(other)
    }
    for (const unit of units) if (this.holder[unit]! >= 0) note(this.holder[unit]!)
    for (const [mode, value] of modes) if (this.setTo[mode] !== value) this.setters[mode]?.forEach(note)
    const mine = this.chosen[item]!
    for (const [capacity, amount] of loads) {
      let over = this.load[capacity]! + amount - packing.capacities[capacity]!
      if (mine >= 0) over -= loadOn(options[mine]!, capacity)
      for (const other of found) over -= loadOn(options[this.chosen[other]!]!, capacity)
      if (over <= 0) continue
      const enough = this.leastThatFrees(over, capacity, item, found)
      if (enough < 0) return undefined
      found.push(enough)
    }
    return found
  }

  /** Of the others the one with the least load on a capacity that is at least so much; −1 when none has. */
  private leastThatFrees(over: number, capacity: number, item: number, leaving: number[]): number {
    const { options } = this.compiled
    let enough = -1
    let least = Infinity
    for (const other of this.items) {
      if (this.chosen[other]! < 0 || other === item || leaving.includes(other)) continue
      const size = loadOn(options[this.chosen[other]!]!, capacity)
      if (size < over || size >= least) continue
      enough = other
      least = size
    }
    return enough
  }
}
