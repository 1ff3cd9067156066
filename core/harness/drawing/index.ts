import type { ResolvedPlan } from '../../plan'
import type { Wire } from '../wires'
import { boardShape } from './board'
import { blocksOf, columnHeight, drawBox, groupsOf, placeColumns, sortRows, type Block } from './blocks'
import { findEscapes, type Escapes } from './escapes'
import { defaultLayers, grid, type DrawnBox, type HarnessDrawing, type Layers, type Side } from './model'
import { Router } from './route'

export * from './model'
export { crossings, type Run } from './channel'

/**
 * Lays out the harness: the board in the middle at its true shape, devices left
 * and right of it, wires at right angles on tracks of their own. Wires of a layer
 * that is off are labels that name their pad. Devices that were dragged stay
 * where they are.
 * @param arrangement which device stands where, from `arrange`; worked out when missing
 */
export function drawHarness(
  resolved: ResolvedPlan,
  wires: Wire[],
  layers: Layers = defaultLayers,
  arrangement?: Arrangement,
): HarnessDrawing {
  const sheet = new Sheet(resolved, wires, layers)
  return sheet.draw(arrangement ?? sheet.arrange())
}

/** Which devices stand left and right of the board, from the top. */
export type Arrangement = Record<Side, string[]>

const orders = ['together', 'by pad'] as const

/** What stays the same however the devices are arranged. */
class Sheet {
  private readonly lines: Wire[]
  private readonly shape: ReturnType<typeof boardShape>
  private readonly blocks: Block[]
  private readonly fitted: Wire[]
  private readonly escapes: Escapes

  constructor(
    private readonly resolved: ResolvedPlan,
    wires: Wire[],
    private readonly layers: Layers,
  ) {
    this.fitted = wires.filter((wire) => !wire.omitted)
    this.lines = this.fitted.filter((wire) => layers[wire.kind])
    const used = new Set(this.fitted.filter((wire) => !wire.to.device).map((wire) => wire.to.point))
    this.shape = boardShape(resolved, used)
    this.blocks = blocksOf(resolved, this.fitted, layers)
    this.escapes = findEscapes(resolved, this.shape, this.lines)
  }

  /**
   * An arrangement with few crossings: the better of two orders by pads, then
   * devices exchanged with their neighbours and moved across while that helps.
   */
  arrange(): Arrangement {
    const starts = orders.map((order): Arrangement => {
      const { left, right } = placeColumns(this.resolved, this.blocks, this.fitted, this.layers, this.shape.height, order)
      return { left: left.map(({ id }) => id), right: right.map(({ id }) => id) }
    })
    const costs = starts.map((start) => this.cost(start))
    let best = starts[costs.indexOf(Math.min(...costs))]!
    let cost = Math.min(...costs)
    const groups = groupsOf(this.blocks, this.lines).map((group) => group.map(({ id }) => id))
    let tries = Math.round(triesPerSheet / Math.max(1, this.lines.length))
    for (let better = true; better && tries > 0;) {
      better = false
      for (const next of neighbours(best, groups)) {
        if (tries <= 0) break
        tries -= 1
        const now = this.cost(next)
        if (now >= cost) continue
        best = next
        cost = now
        better = true
      }
    }
    return best
  }

  /** Crossings count most, then bends, then sides of unlike height. */
  private cost(arrangement: Arrangement): number {
    const drawing = this.draw(arrangement)
    const { crossings, bends } = drawingFigures(drawing)
    return crossings * 100 + bends * 3 + drawing.height / 4
  }

  draw(arrangement: Arrangement): HarnessDrawing {
    const { resolved, shape, lines } = this
    const columns = this.columns(arrangement)
    const all = [...columns.left, ...columns.right]
    const router = new Router(shape, this.escapes, all, lines)
    const tall = Math.max(columnHeight(columns.left), columnHeight(columns.right), shape.height + router.above + router.below)
    const top = grid.padding + grid.head
    const boardX = grid.padding + grid.badge + grid.device + router.width('left')
    const rightX = boardX + shape.width + router.width('right')
    const boardY = Math.max(top + router.above, Math.round(top + (tall - shape.height) / 2))
    settle(columns.left, top, tall, grid.padding + grid.badge)
    settle(columns.right, top, tall, rightX)
    for (const block of all) {
      const moved = resolved.plan.layout[block.id]
      if (!moved) continue
      block.x = moved.x
      block.y = moved.y
      block.side = moved.x + grid.device / 2 < boardX + shape.width / 2 ? 'left' : 'right'
    }
    const drawn = router.route(boardX, boardY, all)
    const boxes = all.map((block) => drawBox(block, resolved))
    const edge = ({ x, width, side }: DrawnBox) => x + width + (side === 'right' ? grid.badge : 0)
    return {
      width: Math.max(rightX + grid.device + grid.badge, ...boxes.map(edge)) + grid.padding,
      height:
        Math.max(top + tall, boardY + shape.height + router.below, ...boxes.map((box) => box.y + box.height)) +
        grid.padding +
        grid.row,
      arrangement,
      board: { ...shape, x: boardX, y: boardY },
      devices: boxes,
      wires: drawn,
    }
  }

  /** Blocks in their columns; such as the arrangement does not know stand at the end of the shorter one. */
  private columns({ left, right }: Arrangement): Record<Side, Block[]> {
    const copy = (side: Side) => (id: string) => {
      const block = this.blocks.find((one) => one.id === id)
      return block ? [{ ...block, rows: sortRows(block, this.resolved, side), side }] : []
    }
    const columns = { left: left.flatMap(copy('left')), right: right.flatMap(copy('right')) }
    for (const { id } of this.blocks) {
      if (left.includes(id) || right.includes(id)) continue
      const side: Side = columnHeight(columns.left) <= columnHeight(columns.right) ? 'left' : 'right'
      columns[side].push(...copy(side)(id))
    }
    return columns
  }
}

/** Arrangements tried while looking for a better one, times the wires of the sheet: about half a second. */
const triesPerSheet = 12_000

/** Arrangements one step away: one device elsewhere in its column, one device or a group that is wired together across. */
function* neighbours({ left, right }: Arrangement, groups: string[][]): Iterable<Arrangement> {
  for (const side of ['left', 'right'] as const) {
    const [from, to] = side === 'left' ? [left, right] : [right, left]
    const make = (here: string[], there: string[]): Arrangement =>
      side === 'left' ? { left: here, right: there } : { left: there, right: here }
    const insert = (column: string[], at: number, ids: string[]) => [...column.slice(0, at), ...ids, ...column.slice(at)]
    for (const id of from) {
      const rest = from.filter((one) => one !== id)
      for (let at = 0; at <= rest.length; at += 1) if (at !== from.indexOf(id)) yield make(insert(rest, at, [id]), to)
    }
    for (const group of groups) {
      const moved = from.filter((id) => group.includes(id))
      if (!moved.length || to.length + moved.length > from.length + 4) continue
      const rest = from.filter((id) => !group.includes(id))
      for (let at = 0; at <= to.length; at += 1) yield make(rest, insert(to, at, moved))
    }
  }
}

/** Stacks a column in the middle of the height there is. */
function settle(column: Block[], top: number, tall: number, x: number): void {
  let y = top + Math.max(0, (tall - columnHeight(column)) / 2)
  for (const block of column) {
    block.x = x
    block.y = Math.round(y / 8) * 8
    y += block.height + grid.gap
  }
}

/** Crossings of drawn wires and bends in all, to compare layouts by. Wires that share a pad count as one trunk. */
export function drawingFigures({ wires }: Pick<HarnessDrawing, 'wires'>): { crossings: number; bends: number } {
  const flat: Piece[] = []
  const upright: Piece[] = []
  wires.forEach(({ wire, points }, owner) => {
    const pad = `${wire.to.device ?? ''}.${wire.to.point}`
    for (let at = 1; at < points.length; at += 1) {
      const [from, to] = [points[at - 1]!, points[at]!]
      if (from.y === to.y) flat.push({ owner, pad, at: from.y, low: Math.min(from.x, to.x), high: Math.max(from.x, to.x) })
      else if (from.x === to.x)
        upright.push({ owner, pad, at: from.x, low: Math.min(from.y, to.y), high: Math.max(from.y, to.y) })
    }
  })
  let crossings = 0
  for (const one of flat) {
    for (const other of upright) {
      if (other.at <= one.low || other.at >= one.high || one.at <= other.low || one.at >= other.high) continue
      if (one.owner !== other.owner && one.pad !== other.pad) crossings += 1
    }
  }
  return { crossings, bends: wires.reduce((sum, { points }) => sum + Math.max(0, points.length - 2), 0) }
}

/** A straight piece of a wire: at one coordinate, from low to high along the other. */
interface Piece {
  owner: number
  pad: string
  at: number
  low: number
  high: number
}
