import type { Wire } from '../wires'
import type { Edge } from './board'
import type { Escapes } from './escapes'
import { innerX, rowY, type Block } from './blocks'
import { assignTracks, type Run } from './channel'
import { grid, type DrawnBoard, type DrawnWire, type Point, type Side } from './model'

interface Passage {
  wire: Wire
  side: Side
  run: Run
  /** The device's end, and what comes before the channel when it starts at the board. */
  start: Point
  end: Point | undefined
  before: Point[]
}

/** Takes wires from pads to devices: out over the nearest edge, round the board in lanes, up or down a channel. */
export class Router {
  private readonly sideOf: Map<string, Side>
  private readonly lanes: Record<'top' | 'bottom', number>

  constructor(
    private readonly shape: Omit<DrawnBoard, 'x' | 'y'>,
    private readonly escapes: Escapes,
    blocks: Block[],
    private readonly wires: Wire[],
  ) {
    this.sideOf = new Map(blocks.map((block) => [block.id, block.side]))
    const over = (edge: Edge) => wires.filter((wire) => !wire.to.device && this.escapes.get(wire.to.point)?.edge === edge).length
    const around = (side: Side) =>
      wires.filter(
        (wire) =>
          !wire.to.device && this.sideOf.get(wire.from.device!) !== side && this.escapes.get(wire.to.point)?.edge === side,
      ).length
    this.lanes = {
      top: over('top') + around('left') + around('right'),
      bottom: over('bottom') + around('left') + around('right'),
    }
  }

  /** Room for lanes above and below the board. */
  get above(): number {
    return 2 * grid.stub + this.lanes.top * grid.lane
  }

  get below(): number {
    return 2 * grid.stub + this.lanes.bottom * grid.lane
  }

  /** Width of a channel, from a first guess of its tracks. */
  width(side: Side): number {
    const count = this.wires.filter(
      (wire) => this.sideOf.get(wire.from.device!) === side || (wire.to.device && this.sideOf.get(wire.to.device) === side),
    ).length
    return grid.label + 2 * grid.stub + Math.min(count, 6 + Math.ceil(count * 0.55)) * grid.track
  }

  /** All wires drawn, with the board and the blocks at their places. */
  route(boardX: number, boardY: number, blocks: Block[]): DrawnWire[] {
    const byId = new Map(blocks.map((block) => [block.id, block]))
    const lane = this.laneBook(boardX, boardY, byId)
    const passages = this.wires.flatMap((wire) => this.passages(wire, byId, boardX, boardY, lane))
    const routed = new Map<Passage, Point[]>()
    for (const side of ['left', 'right'] as const) {
      const mine = passages.filter((passage) => passage.side === side)
      const tracks = assignTracks(
        mine.map(({ run }) => run),
        4,
      )
      const edge = side === 'left' ? boardX : boardX + this.shape.width
      const away = side === 'left' ? -1 : 1
      mine.forEach((passage, at) => {
        const x = edge + away * (grid.stub + 8 + tracks[at]! * grid.track)
        routed.set(passage, passagePoints(passage, x))
      })
    }
    return this.wires.flatMap((wire) => {
      const parts = passages.filter((passage) => passage.wire === wire).map((passage) => routed.get(passage)!)
      if (!parts.length) return []
      const points = tidy(parts.length > 1 ? [...parts[0]!, ...parts[1]!.reverse()] : parts[0]!)
      const block = byId.get(wire.from.device!)!
      const out = block.side === 'left' ? 1 : -1
      return [{ wire, points, label: { x: points[0]!.x + out * 36, y: points[0]!.y } }]
    })
  }

  /**
   * Heights of lanes over the top and under the bottom: among wires that turn the
   * same way the farther pad takes the farther lane, so that they do not cross.
   */
  private laneBook(boardX: number, boardY: number, byId: Map<string, Block>): Map<string, number> {
    const heights = new Map<string, number>()
    const taken = { top: 0, bottom: 0 }
    const height = (edge: 'top' | 'bottom') => {
      taken[edge] += 1
      const far = grid.stub + taken[edge] * grid.lane
      return edge === 'top' ? boardY - far : boardY + this.shape.height + far
    }
    for (const edge of ['top', 'bottom'] as const) {
      for (const side of ['left', 'right'] as const) {
        const mine = this.wires.filter(
          (wire) =>
            !wire.to.device && this.escapes.get(wire.to.point)?.edge === edge && byId.get(wire.from.device!)?.side === side,
        )
        const across = (wire: Wire) => this.escapes.get(wire.to.point)!.points.at(-1)!.x
        mine.sort((a, b) => (side === 'left' ? across(a) - across(b) : across(b) - across(a)))
        for (const wire of mine) heights.set(wire.id, height(edge))
      }
    }
    for (const wire of this.wires) {
      const block = byId.get(wire.from.device!)
      const other = wire.to.device === undefined ? undefined : byId.get(wire.to.device)
      const escape = wire.to.device ? undefined : this.escapes.get(wire.to.point)
      const round = escape
        ? (escape.edge === 'left' || escape.edge === 'right') && escape.edge !== block?.side
        : other && other.side !== block?.side
      if (!round) continue
      const upper = !escape || escape.points.at(-1)!.y < this.shape.height / 2
      heights.set(wire.id, height(upper ? 'top' : 'bottom'))
    }
    return heights
  }

  private passages(wire: Wire, byId: Map<string, Block>, boardX: number, boardY: number, lanes: Map<string, number>): Passage[] {
    const block = byId.get(wire.from.device!)
    const row = block?.rows.findIndex((one) => one.wire === wire && one.point === wire.from.point) ?? -1
    if (!block || row < 0) return []
    const start = { x: innerX(block), y: rowY(block, row) }
    const { side } = block
    const lane = lanes.get(wire.id)
    if (wire.to.device) return this.betweenDevices(wire, byId.get(wire.to.device), start, side, lane)
    const escape = this.escapes.get(wire.to.point)
    if (!escape) return []
    const points = escape.points.map(({ x, y }) => ({ x: x + boardX, y: y + boardY }))
    const exit = points.at(-1)!
    const enter = (y: number, before: Point[]): Passage => ({
      wire,
      side,
      start,
      end: undefined,
      before,
      run: {
        ends: [
          { y: start.y, at: 'device' },
          { y, at: 'board' },
        ],
      },
    })
    if (lane === undefined) return [enter(exit.y, points)]
    if (escape.edge === 'top' || escape.edge === 'bottom') return [enter(lane, [...points, { x: exit.x, y: lane }])]
    const far = escape.edge
    const turn = this.turnOf(wire, far, boardX)
    return [enter(lane, [...points, { x: turn, y: exit.y }, { x: turn, y: lane }])]
  }

  /** Wires that go round the board turn beside it, each on an upright of its own. */
  private turnOf(wire: Wire, edge: Edge, boardX: number): number {
    const round = this.wires.filter((one) => !one.to.device && this.escapes.get(one.to.point)?.edge === edge)
    const out = 3 + (round.indexOf(wire) % 5) * 3.5
    return edge === 'left' ? boardX - out : boardX + this.shape.width + out
  }

  private betweenDevices(wire: Wire, other: Block | undefined, start: Point, side: Side, lane: number | undefined): Passage[] {
    const at = other?.rows.findIndex((one) => one.wire === wire && one.point === wire.to.point) ?? -1
    if (!other || at < 0) return []
    const end = { x: innerX(other), y: rowY(other, at) }
    if (lane === undefined) {
      const run: Run = {
        ends: [
          { y: start.y, at: 'device' },
          { y: end.y, at: 'device' },
        ],
      }
      return [{ wire, side, start, end, before: [], run }]
    }
    const half = (from: Point, where: Side): Passage => ({
      wire,
      side: where,
      start: from,
      end: undefined,
      before: [{ x: NaN, y: lane }],
      run: {
        ends: [
          { y: from.y, at: 'device' },
          { y: lane, at: 'board' },
        ],
      },
    })
    return [half(start, side), half(end, other.side)]
  }
}

/** From the device along its row, up or down the track, and on to the board or the other device. */
function passagePoints({ start, end, before, run }: Passage, x: number): Point[] {
  const there = [start, { x, y: start.y }]
  if (end) return [...there, { x, y: end.y }, end]
  const y = run.ends[1].y
  const rest = before.filter((point) => !Number.isNaN(point.x)).reverse()
  return [...there, { x, y }, ...rest]
}

/** Drops points that are twice or in the middle of a straight line. */
function tidy(points: Point[]): Point[] {
  const round = points.map(({ x, y }) => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 }))
  const single = round.filter((point, at) => at === 0 || point.x !== round[at - 1]!.x || point.y !== round[at - 1]!.y)
  return single.filter((point, at) => {
    const [before, after] = [single[at - 1], single[at + 1]]
    if (!before || !after) return true
    return !((before.x === point.x && point.x === after.x) || (before.y === point.y && point.y === after.y))
  })
}
