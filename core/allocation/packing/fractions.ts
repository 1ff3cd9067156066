import type { Loads } from './loads-table'

/** What is asked: which options are open to which items, and how much each row has left. */
export interface FractionsQuestion {
  cost: Float64Array
  open: Uint8Array
  free: Uint8Array
  left: Float64Array
  /** The most that a unit of each row may be worth: it can be had at that price beyond what is left. */
  dearest: Float64Array
  /** An open option of each free item to start from. */
  from: Int32Array
}

/** Steps, for each row and item, after which it is left as it is. */
const mostSteps = 4
/** What is below it, as a share of the sizes at hand, is nothing. */
const tiny = 1e-10

/**
 * The cheapest choice where items may be divided among their options, and what one more
 * of each row would save there: the prices under which a choice of whole items has its
 * best lower bound. Primal simplex with one key option for each item, which leaves a
 * basis of one column for each row (generalized upper bounds; Dantzig and Van Slyke,
 * Journal of Computer and System Sciences 1, 1967). Its arithmetic is rounded: whoever
 * proves something by its prices works the bound out anew.
 */
export class Fractions {
  /** What a unit of each row is worth. */
  readonly prices: Float64Array
  /** How much of each item is on its key option, and that option. */
  readonly keyShare: Float64Array
  readonly key: Int32Array
  /** Basic columns: an option, the rest of a row (−1 − row) or what is had beyond it (−1 − rows − row). */
  readonly basic: Int32Array
  readonly value: Float64Array
  private readonly inverse: Float64Array
  private readonly column: Float64Array
  private readonly step: Float64Array
  private readonly itemOf: Int32Array
  private readonly rate: Float64Array
  private question!: FractionsQuestion

  constructor(private readonly shape: Loads) {
    const { rows, first, firstLoad } = shape
    const items = first.length - 1
    this.prices = new Float64Array(rows)
    this.keyShare = new Float64Array(items)
    this.key = new Int32Array(items)
    this.basic = new Int32Array(rows)
    this.value = new Float64Array(rows)
    this.inverse = new Float64Array(rows * rows)
    this.column = new Float64Array(rows)
    this.step = new Float64Array(rows)
    this.rate = new Float64Array(items)
    this.itemOf = new Int32Array(firstLoad.length - 1)
    for (let item = 0; item < items; item += 1) this.itemOf.fill(item, first[item], first[item + 1])
  }

  solve(question: FractionsQuestion): void {
    this.question = question
    this.start()
    const { rows } = this.shape
    for (let steps = mostSteps * (rows + this.key.length); steps > 0; steps -= 1) {
      this.price()
      const entering = this.entering()
      if (entering === noColumn || !this.enter(entering)) return
    }
    this.price()
  }

  /** How much of an item is on an option. */
  shareOf(item: number, option: number): number {
    if (this.key[item] === option) return this.keyShare[item]!
    const at = this.basic.indexOf(option)
    return at < 0 ? 0 : this.value[at]!
  }

  /** Each item wholly on the option it starts from. */
  private start(): void {
    const { rows, first, firstLoad, loadOn, amount } = this.shape
    const { free, left, from } = this.question
    const { value, basic, inverse, key, keyShare } = this
    value.set(left)
    for (let item = 0; item < first.length - 1; item += 1) {
      if (!free[item]) continue
      key[item] = from[item]!
      keyShare[item] = 1
      for (let at = firstLoad[key[item]!]!; at < firstLoad[key[item]! + 1]!; at += 1) value[loadOn[at]!]! -= amount[at]!
    }
    inverse.fill(0)
    for (let row = 0; row < rows; row += 1) {
      const over = value[row]! < 0
      basic[row] = over ? -1 - rows - row : -1 - row
      inverse[row * rows + row] = over ? -1 : 1
      if (over) value[row] = -value[row]!
    }
  }

  /** What each row is worth under the present basis. */
  private price(): void {
    const { rows } = this.shape
    const { cost, dearest } = this.question
    const { prices, basic, inverse, key, itemOf } = this
    prices.fill(0)
    for (let at = 0; at < rows; at += 1) {
      const column = basic[at]!
      const worth = column >= 0 ? cost[column]! - cost[key[itemOf[column]!]!]! : column < -rows ? dearest[-1 - rows - column]! : 0
      if (worth === 0) continue
      for (let row = 0; row < rows; row += 1) prices[row]! -= worth * inverse[at * rows + row]!
    }
  }

  /** The column that saves most. */
  private entering(): number {
    const { rows, first, firstLoad, loadOn, amount } = this.shape
    const { cost, open, free, dearest } = this.question
    const { prices, key } = this
    let best = noColumn
    let saved = 0
    for (let item = 0; item < first.length - 1; item += 1) {
      if (!free[item]) continue
      const now = key[item]!
      let sum = cost[now]!
      for (let at = firstLoad[now]!; at < firstLoad[now + 1]!; at += 1) sum += prices[loadOn[at]!]! * amount[at]!
      const from = sum - tiny * (1 + Math.abs(sum))
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (!open[option] || option === now) continue
        let full = cost[option]!
        for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) full += prices[loadOn[at]!]! * amount[at]!
        if (full - from >= -saved) continue
        saved = from - full
        best = option
      }
    }
    if (best !== noColumn) return best
    let least = 0
    for (let row = 0; row < rows; row += 1) least = Math.min(least, -tiny * Math.abs(prices[row]!))
    for (let row = 0; row < rows; row += 1) {
      if (prices[row]! < least) return -1 - row
      if (dearest[row]! - prices[row]! < least) return -1 - rows - row
    }
    return noColumn
  }

  /** Takes a column into the basis, as far as it goes; false when nothing ends it. */
  private enter(entering: number): boolean {
    const own = entering >= 0 ? this.itemOf[entering]! : -1
    this.follow(entering)
    this.rateKeys(own)
    const { length, place, item } = this.farthest(own)
    if (length === Infinity) return false
    this.advance(length, own)
    if (place < 0) {
      // Nothing else of the item is in the basis: one option takes the place of the other.
      this.key[own] = entering
      this.keyShare[own] = length
      return true
    }
    if (item >= 0) this.exchangeKey(item, place, own)
    this.pivot(place)
    this.basic[place] = entering
    this.value[place] = length
    return true
  }

  /** By how much the key of each item in the basis, and of the item that the column is of, grows with the column. */
  private rateKeys(own: number): void {
    const { step, basic, itemOf, rate } = this
    for (const column of basic) if (column >= 0) rate[itemOf[column]!] = 0
    if (own >= 0) rate[own] = -1
    basic.forEach((column, at) => {
      if (column >= 0) rate[itemOf[column]!]! += step[at]!
    })
  }

  /**
   * How far a column can enter until a basic column or a key is used up.
   * @returns the place of that column, or that of one which can be key instead; −1 where the item has no other
   */
  private farthest(own: number): { length: number; place: number; item: number } {
    const { step, value, basic, itemOf, rate, keyShare } = this
    let length = Infinity
    let place = -1
    let item = -1
    if (own >= 0 && rate[own]! < -tiny) {
      length = keyShare[own]! / -rate[own]!
      place = basic.findIndex((column) => column >= 0 && itemOf[column] === own)
      item = own
    }
    for (let at = 0; at < basic.length; at += 1) {
      if (step[at]! > tiny && value[at]! / step[at]! < length) {
        length = value[at]! / step[at]!
        place = at
        item = -1
      }
      const of = basic[at]! >= 0 ? itemOf[basic[at]!]! : -1
      if (of >= 0 && rate[of]! < -tiny && keyShare[of]! / -rate[of]! < length) {
        length = keyShare[of]! / -rate[of]!
        place = at
        item = of
      }
    }
    return { length, place, item }
  }

  /** What the basic columns give up for one of the entering. */
  private follow(entering: number): void {
    const { rows, firstLoad, loadOn, amount } = this.shape
    const { column, step, inverse, key, itemOf } = this
    column.fill(0)
    if (entering >= 0) {
      const now = key[itemOf[entering]!]!
      for (let at = firstLoad[entering]!; at < firstLoad[entering + 1]!; at += 1) column[loadOn[at]!]! += amount[at]!
      for (let at = firstLoad[now]!; at < firstLoad[now + 1]!; at += 1) column[loadOn[at]!]! -= amount[at]!
    } else if (entering < -rows) column[-1 - rows - entering] = -1
    else column[-1 - entering] = 1
    for (let at = 0; at < rows; at += 1) {
      let sum = 0
      for (let row = 0; row < rows; row += 1) sum += inverse[at * rows + row]! * column[row]!
      step[at] = sum
    }
  }

  private advance(length: number, own: number): void {
    const { basic, value, step, keyShare, rate, itemOf } = this
    const { rows } = this.shape
    if (own >= 0) keyShare[own]! += rate[own]! * length
    for (let at = 0; at < rows; at += 1) {
      value[at] = Math.max(0, value[at]! - step[at]! * length)
      const item = basic[at]! >= 0 ? itemOf[basic[at]!]! : -1
      if (item < 0 || item === own) continue
      // Each item once, though several of its options may be in the basis.
      keyShare[item]! += rate[item]! * length
      rate[item] = 0
    }
  }

  /** Has an item's key and its basic option at a place exchange their parts. */
  private exchangeKey(item: number, place: number, own: number): void {
    const { rows } = this.shape
    const { basic, value, step, inverse, key, keyShare, itemOf } = this
    const option = basic[place]!
    let sum = item === own ? 1 - step[place]! : -step[place]!
    for (let row = 0; row < rows; row += 1) inverse[place * rows + row]! *= -1
    for (let at = 0; at < rows; at += 1) {
      if (at === place || basic[at]! < 0 || itemOf[basic[at]!] !== item) continue
      sum -= step[at]!
      for (let row = 0; row < rows; row += 1) inverse[place * rows + row]! -= inverse[at * rows + row]!
    }
    step[place] = sum
    basic[place] = key[item]!
    key[item] = option
    const share = value[place]!
    value[place] = keyShare[item]!
    keyShare[item] = share
  }

  private pivot(leaving: number): void {
    const { rows } = this.shape
    const { inverse, step } = this
    const by = 1 / step[leaving]!
    for (let row = 0; row < rows; row += 1) inverse[leaving * rows + row]! *= by
    for (let at = 0; at < rows; at += 1) {
      if (at === leaving || step[at] === 0) continue
      for (let row = 0; row < rows; row += 1) inverse[at * rows + row]! -= step[at]! * inverse[leaving * rows + row]!
    }
  }
}

const noColumn = -2_147_483_648
