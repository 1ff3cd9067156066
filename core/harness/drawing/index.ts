import type { Plan, ResolvedPlan } from '../../plan'
import type { Wire } from '../wires'
import { alignColumn, heightOfBend, placesOf, type Places } from './align'
import { findArrangement, searchArrangement, type Found, type Look } from './arrangement'
import { boardShape } from './board'
import { badgeWidth, blocksOf, columnHeight, drawBox, groupsOf, placeColumns, sortRows, type Block, type Row } from './blocks'
import { findEscapes } from './escapes'
import { drawingFigures } from './figures'
import {
  crossingInBends,
  unreadCost,
  type Arrangement,
  type Between,
  defaultLayers,
  grid,
  layerOf,
  type DrawnBox,
  type HarnessDrawing,
  type Layers,
  type Point,
  type Room,
  type Side,
} from './model'
import { fitsBetween, Router } from './route'
import { Sketch, type Sketched } from './sketch'

export { defaultLayers, layerNames, paperRoom, roomOf, smallestText } from './model'
export type {
  Arrangement,
  Between,
  DrawnBoard,
  DrawnBox,
  DrawnPad,
  DrawnTerminal,
  DrawnWire,
  HarnessDrawing,
  Layer,
  Layers,
  Point,
  Room,
  SheetWish,
} from './model'
export { boardShapes, boxReach, boxShapes, padLabel, padSize, wireShapes } from './shapes'
export type { DrawnShape, ShapeRole } from './shapes'
export { labelSide } from './board'
export { straightHeights } from './snap'
export { drawingFigures } from './figures'
export type { DrawingFigures } from './figures'

/**
 * Lays out the harness: the board in the middle at its true shape, devices left
 * and right of it, wires at right angles on tracks of their own. Wires of a layer
 * that is off are labels that name their pad. Devices that were dragged stay
 * where they are.
 * @param arrangement which device stands where; worked out when missing
 * @param room what it is to be read on; anything when missing
 */
export function drawHarness(
  resolved: ResolvedPlan,
  wires: Wire[],
  layers: Layers = defaultLayers,
  { arrangement, room }: { arrangement?: Arrangement; room?: Room } = {},
): HarnessDrawing {
  const sheet = new Sheet(resolved, wires, layers, room)
  return arrangement ? sheet.draw(arrangement) : sheet.best()
}

const orders = ['together', 'by pad'] as const

/** What stays the same however the devices are arranged; made once, it draws many arrangements quickly. */
export class Sheet {
  private readonly lines: Wire[]
  private readonly shape: ReturnType<typeof boardShape>
  private readonly blocks: Block[]
  private readonly fitted: Wire[]
  private readonly router: Router
  private readonly boxWidth: number
  /** Room beside the boxes for labels. */
  private readonly badge: number
  /** What arrangements cost, told quickly. */
  readonly sketch: Sketch
  private readonly places = { left: new Map<Row[], Places>(), right: new Map<Row[], Places>() }
  private readonly rows = new Map<string, Row[]>()

  constructor(
    private readonly resolved: ResolvedPlan,
    wires: Wire[],
    private readonly layers: Layers,
    private readonly room?: Room,
    isCut = false,
  ) {
    this.fitted = wires.filter((wire) => !wire.omitted)
    this.lines = this.fitted.filter((wire) => layers[layerOf(wire)])
    const used = new Set(this.fitted.filter((wire) => !wire.to.device).map((wire) => wire.to.point))
    this.shape = boardShape(resolved, used, isCut)
    this.blocks = blocksOf(resolved, this.fitted, layers)
    this.boxWidth = this.blocks[0]?.width ?? 0
    this.badge = badgeWidth(this.blocks, resolved)
    this.router = new Router(this.shape, findEscapes(resolved, this.shape, this.lines), this.lines)
    this.sketch = new Sketch(this.sketchedDevices(), this.shape, grid.gap, room?.height)
  }

  /** An arrangement with few crossings and bends. */
  arrange(): Arrangement {
    return findArrangement(...this.searchFrom())
  }

  /** The harness drawn so. */
  best(): HarnessDrawing {
    return this.draw(this.arrange())
  }

  /**
   * An arrangement in small steps, each of which gives the best so far.
   * @param last an arrangement to start from as well
   */
  arranging(last?: Arrangement): Generator<Found, Arrangement> {
    return searchArrangement(...this.searchFrom(last))
  }

  /** Where devices stand before much looking for better. */
  startingArrangement(): Arrangement {
    const [start] = this.starts()
    const looks = [start!, ...this.sketched([start!], 0.1)].map((arrangement) => this.look(arrangement))
    return looks.reduce((best, look) => (look.cost < best.cost ? look : best)).arrangement
  }

  /** What an arrangement counts for; less is better. */
  costOf(arrangement: Arrangement): number {
    return this.look(arrangement).cost
  }

  /** The devices in an order that hangs on nothing. */
  private sketchedDevices(): Sketched[] {
    const blocks = [...this.blocks].sort((one, other) => (one.id < other.id ? -1 : 1))
    return blocks.map(({ id, height, rows }) => {
      const mine = rows.filter(({ wire, point }) => wire.from.device === id && wire.from.point === point)
      return {
        id,
        height,
        leaving: mine.flatMap(({ wire }) => this.router.leaving(wire) ?? []),
        linked: mine.flatMap(({ wire }) => wire.to.device ?? []),
      }
    })
  }

  /** How far columns may reach beyond the board, above and below, before the drawing is too high to be read. */
  private get beyond(): number {
    return this.room ? Math.max(0, (this.room.height - 2 * grid.padding - this.shape.height) / 2) : Infinity
  }

  private starts(): Arrangement[] {
    return orders.map((order): Arrangement => {
      const { left, right } = placeColumns(this.resolved, this.blocks, this.fitted, this.layers, this.shape.height, order)
      return { left: left.map(({ id }) => id), right: right.map(({ id }) => id) }
    })
  }

  /** Whether devices may stand above and below the board. */
  private get hasRoomBetween(): boolean {
    return fitsBetween(this.boxWidth + this.badge, this.shape.width)
  }

  private searchFrom(last?: Arrangement): Parameters<typeof searchArrangement> {
    const groups = groupsOf(this.blocks, this.lines).map((group) => group.map(({ id }) => id))
    const own = this.starts()
    const starts = [...(last ? [last] : []), ...own, ...this.sketched([...own, ...own], 1)]
    const tries = Math.round(triesPerSheet / Math.max(1, this.lines.length, this.blocks.length))
    return [starts, (arrangement) => this.look(arrangement), { groups, between: this.hasRoomBetween }, tries]
  }

  /** Arrangements that promise few crossings, told from the order of devices alone. */
  private sketched(starts: Arrangement[], share: number): Arrangement[] {
    const steps = Math.round((share * sketchesPerSheet) / Math.max(1, this.blocks.length))
    return this.sketch.find(starts, steps, Math.ceil(share * mostSketches))
  }

  /** Wires on each other and crossings count most, then bends, then height. */
  private look(arrangement: Arrangement): Look {
    const { all, wires, ways, width, height } = this.layOut(arrangement, {})
    const { crossings, bends, overlaps, crossed } = drawingFigures({ wires })
    return {
      arrangement,
      cost: crossings * crossingInBends + overlaps * overlapInBends + bends + height / heightOfBend + this.unread(width, height),
      crossed,
      rows: new Map(all.map(({ id, rows }) => [id, rows.map(({ wire }) => wire.id)])),
      round: ways.round,
      tooHigh: this.room !== undefined && height > this.room.height && height / this.room.height > width / this.room.width,
    }
  }

  /** @param positions devices that stand elsewhere than arranged, by id; those that were dragged when missing */
  draw(arrangement: Arrangement, positions: Plan['boxPositions'] = this.resolved.plan.boxPositions): HarnessDrawing {
    const { resolved, shape } = this
    const { all, ways, origin, wires, width } = this.layOut(arrangement, positions)
    const boxes = all.map((block) => drawBox(shifted(block, origin), resolved))
    const edge = (box: DrawnBox) => box.x + box.width + (box.side === 'right' ? this.badge : 0) + grid.padding
    return {
      width: Math.max(width, ...boxes.map(edge)),
      height: Math.max(origin.y + ways.bottom, ...boxes.map((box) => box.y + box.height)) + grid.padding,
      arrangement,
      board: { ...shape, ...origin },
      devices: boxes,
      wires: wires.map(({ wire, points, label }) => ({
        wire,
        points: points.map((point) => shifted(point, origin)),
        label: shifted(label, origin),
      })),
    }
  }

  /** What it counts for that a drawing is too large to be read in its room. */
  private unread(width: number, height: number): number {
    if (!this.room) return 0
    return unreadCost(Math.max(width / this.room.width, height / this.room.height))
  }

  /** Blocks and wires in their places, from the board's upper left corner, where that comes to lie on the sheet, and its size as arranged. */
  private layOut(arrangement: Arrangement, positions: Plan['boxPositions']) {
    const { shape, router } = this
    const columns = this.columns(arrangement)
    const all = [...columns.left, ...columns.right]
    const between = this.between(arrangement)
    all.push(...between)
    for (const side of ['left', 'right'] as const) {
      const places = columns[side].map((block) => this.placesOf(block))
      alignColumn(columns[side], places, shape.height, this.beyond).forEach((y, at) => (columns[side][at]!.y = y))
    }
    let ways = router.plan(all, arrangement.round)
    const leftX = -ways.width.left - this.boxWidth
    const rightX = shape.width + ways.width.right
    for (const block of all) if (!block.between) block.x = block.side === 'left' ? leftX : rightX
    const upper = Math.min(ways.top, ...all.map(({ y }) => y))
    const lower = Math.max(ways.bottom, ...all.map(({ y, height }) => y + height))
    const origin = { x: grid.padding + this.badge - leftX, y: grid.padding - upper }
    if (this.moveDragged(all, positions, origin)) ways = router.plan(all, arrangement.round)
    return {
      all,
      ways,
      origin,
      wires: router.draw(ways),
      width: origin.x + rightX + this.boxWidth + this.badge + grid.padding,
      height: lower - upper + 2 * grid.padding,
    }
  }

  /** Rows of a block in order, the same array for the same order. */
  private rowsOf(block: Block, { left, right, rows: orders }: Arrangement, side: Side): Row[] {
    const alone = `${block.id} ${side} ${block.between ?? ''}`
    const order = orders?.[block.id]
    const known = order ? undefined : this.rows.get(alone)
    if (known) return known
    const sorted = inOrder(sortRows(block, this.resolved, side, side === 'left' ? left : right), order)
    const key = `${alone} ${sorted.map(({ wire }) => wire.id).join(' ')}`
    const rows = this.rows.get(key) ?? sorted
    this.rows.set(key, rows)
    if (!order && block.rows.every(({ wire }) => !wire.to.device)) this.rows.set(alone, rows)
    return rows
  }

  /** Where a block may stand, worked out once for each order of its rows. */
  private placesOf({ side, rows }: Block): Places {
    const known = this.places[side].get(rows)
    if (known) return known
    const wishes = rows.map((row) => this.router.wish(row, side))
    const reach = columnHeight(this.blocks) / 2 + 60
    const places = placesOf(wishes, this.router.exits(side), this.shape.height, reach)
    this.places[side].set(rows, places)
    return places
  }

  /** Puts devices that were dragged where they were left. Whether there are any. */
  private moveDragged(blocks: Block[], positions: Plan['boxPositions'], origin: Point): boolean {
    const dragged = blocks.filter(({ id }) => positions[id])
    for (const block of dragged) {
      const { x, y } = positions[block.id]!
      block.x = x - origin.x
      block.y = y - origin.y
      block.side = block.x + block.width / 2 < this.shape.width / 2 ? 'left' : 'right'
      block.channel = block.side
      delete block.between
    }
    return dragged.length > 0
  }

  /** Who stands between the columns, where there is room for anyone. */
  private standingBetween({ between = [] }: Arrangement): Between[] {
    return this.hasRoomBetween ? between : []
  }

  /** Blocks between the columns, far off until lanes are laid: they stand beyond those. */
  private between(arrangement: Arrangement): Block[] {
    return this.standingBetween(arrangement).flatMap(({ id, brim, side: channel }) => {
      const known = this.blocks.find((block) => block.id === id)
      if (!known) return []
      const side: Side = channel === 'left' ? 'right' : 'left'
      const block: Block = { ...known, side, channel, between: brim, y: brim === 'top' ? -farOff : this.shape.height + farOff }
      return [{ ...block, rows: this.rowsOf(block, arrangement, channel) }]
    })
  }

  /** Blocks in their columns; such as the arrangement does not know stand at the end of the shorter one. */
  private columns(arrangement: Arrangement): Record<Side, Block[]> {
    const { left, right } = arrangement
    const copy = (side: Side) => (id: string) => {
      const block = this.blocks.find((block) => block.id === id)
      return block ? [{ ...block, rows: this.rowsOf(block, arrangement, side), side, channel: side }] : []
    }
    const between = this.standingBetween(arrangement).map(({ id }) => id)
    const columns = { left: left.flatMap(copy('left')), right: right.flatMap(copy('right')) }
    for (const { id } of this.blocks) {
      if (left.includes(id) || right.includes(id) || between.includes(id)) continue
      const side: Side = columnHeight(columns.left) <= columnHeight(columns.right) ? 'left' : 'right'
      columns[side].push(...copy(side)(id))
    }
    return columns
  }
}

/** Arrangements tried while looking for a better one, times the wires of the sheet, or its devices where they are more: about a quarter of a second. */
const triesPerSheet = 14_000
/** Arrangements sketched from each start, times the devices of the sheet. */
const sketchesPerSheet = 120_000
/** So many of them are looked at more closely. */
const mostSketches = 60
/** Beyond any lane. */
const farOff = 10_000
/** Two wires on each other are as bad as so many bends. */
const overlapInBends = 40

/** Rows in an order of wires that was found before; such as it does not know come last. */
function inOrder(rows: Row[], order: string[] | undefined): Row[] {
  if (!order) return rows
  const place = ({ wire }: Row) => (order.includes(wire.id) ? order.indexOf(wire.id) : order.length)
  return [...rows].sort((a, b) => place(a) - place(b))
}

function shifted<T extends Point>(one: T, by: Point): T {
  return { ...one, x: one.x + by.x, y: one.y + by.y }
}
