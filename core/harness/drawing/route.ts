import type { Wire } from '../wires'
import type { Wish } from './align'
import type { Edge } from '../../catalogue'
import type { Escapes } from './escapes'
import { innerX, rowY, type Block, type Row } from './blocks'
import { assignTracks, type Run, type RunEnd } from './channel'
import type { Leaving } from './sketch'
import { clearance, layLanes, least, type LaneRequest } from './lanes'
import { grid, type Brim, type DrawnBoard, type DrawnWire, type Point, type Side } from './model'

/** A wire's way through the channel of one side. */
interface Passage {
  wire: Wire
  side: Side
  run: Run
  block: Block
  /** The other device on the same side, or nothing: then it goes on to the board. */
  other: Block | undefined
  /** From the pad to the channel. */
  before: Point[]
}

/** Which way every wire goes, still without widths. */
export interface Ways {
  passages: Passage[]
  tracks: Map<Passage, number>
  /** Room that each channel needs. */
  width: Record<Side, number>
  /** Wires that could go round the board the other way, and which way they go. */
  round: Map<string, Brim>
  /** Highest and lowest lane. */
  top: number
  bottom: number
}

interface Uprights {
  x: Map<string, number>
  /** How many stand beside the board on each side. */
  count: Record<Side, number>
}

/**
 * Takes wires from pads to devices: out over the nearest edge, round the board in
 * lanes, up or down a channel. Coordinates are from the board's upper left corner.
 */
export class Router {
  constructor(
    private readonly shape: Omit<DrawnBoard, 'x' | 'y'>,
    private readonly escapes: Escapes,
    private readonly wires: Wire[],
  ) {}

  /** Where a row of a device on a side would best stand. */
  wish({ wire, point }: Row, side: Side): Wish | undefined {
    const escape = point === wire.from.point && !wire.to.device ? this.escapes.get(wire.to.point) : undefined
    if (!escape) return undefined
    const above = -clearance
    const below = this.shape.height + clearance
    if (escape.edge === side) return { level: exitOf(escape.points).y }
    return escape.edge === 'top' ? { above } : escape.edge === 'bottom' ? { below } : { above, below }
  }

  /** Where a wire leaves the board; undefined for one between devices. */
  leaving(wire: Wire): Leaving | undefined {
    const escape = wire.to.device ? undefined : this.escapes.get(wire.to.point)
    if (!escape) return undefined
    const { x, y } = exitOf(escape.points)
    const { edge } = escape
    return { pad: wire.to.point, edge, along: edge === 'left' || edge === 'right' ? y : x }
  }

  /** Heights at which wires leave the board straight into a channel. */
  exits(side: Side): number[] {
    return this.wires.flatMap((wire) => {
      const escape = wire.to.device ? undefined : this.escapes.get(wire.to.point)
      return escape?.edge === side ? [exitOf(escape.points).y] : []
    })
  }

  /**
   * Lanes and tracks for all wires, with the blocks at their heights.
   * @param brims which way wires go round the board that are not to go by themselves
   */
  plan(blocks: Block[], brims: Record<string, Brim> = {}): Ways {
    const byId = new Map(blocks.map((block) => [block.id, block]))
    const { requests, uprights } = this.requests(byId, brims)
    const rows = { left: rowsOf(blocks, 'left'), right: rowsOf(blocks, 'right') }
    const lanes = layLanes(requests, this.shape.height, rows, reachOf(requests, blocks))
    standBetween(blocks, [...lanes.values()], this.shape)
    const offsets = this.offsets(byId, lanes, uprights)
    const passages = this.wires.flatMap((wire) => this.passages(wire, byId, lanes, uprights, offsets.get(wire.id) ?? 0))
    const tracks = new Map<Passage, number>()
    const width = { left: 0, right: 0 }
    for (const side of ['left', 'right'] as const) {
      const mine = passages.filter((passage) => passage.side === side)
      const runs = mine.map(({ run }) => run)
      assignTracks(runs, 4).forEach((track, at) => tracks.set(mine[at]!, track))
      const most = Math.max(0, ...mine.map((passage) => tracks.get(passage)! + 1))
      const beside = firstTrack + Math.max(0, uprights.count[side] * uprightStep - grid.stub)
      width[side] = beside + most * grid.track + grid.label
      mine.forEach((passage) => tracks.set(passage, beside + tracks.get(passage)! * grid.track))
    }
    const heights = [...lanes.values()]
    const round = new Map(
      requests.filter(({ id, across }) => uprights.x.has(id) || !Number.isFinite(across)).map(({ id, brim }) => [id, brim]),
    )
    return { passages, tracks, width, round, top: Math.min(0, ...heights), bottom: Math.max(this.shape.height, ...heights) }
  }

  /** All wires drawn along their ways. */
  draw({ passages, tracks }: Ways): DrawnWire[] {
    return this.wires.flatMap((wire) => {
      const parts = passages.filter((passage) => passage.wire === wire)
      if (!parts.length) return []
      const [first, second] = parts.map((passage) => {
        const off = tracks.get(passage)!
        return passagePoints(passage, passage.side === 'left' ? -off : this.shape.width + off)
      })
      const points = tidy(second ? [...first!, ...second.reverse()] : first!)
      const out = parts[0]!.block.side === 'left' ? 1 : -1
      return [{ wire, points, label: { x: points[0]!.x + out * 36, y: points[0]!.y } }]
    })
  }

  /** Wires that have to go over the top or under the bottom, and where those that start at the wrong side turn. */
  private requests(byId: Map<string, Block>, brims: Record<string, Brim>): { requests: LaneRequest[]; uprights: Uprights } {
    const requests: LaneRequest[] = []
    const round: { wire: Wire; edge: Side; brim: Brim; y: number }[] = []
    for (const wire of this.wires) {
      const block = byId.get(wire.from.device!)
      const row = block && heightOf(block, wire, wire.from.point)
      if (!block || row === undefined) continue
      const { channel: side } = block
      if (wire.to.device) {
        const other = byId.get(wire.to.device)
        const there = other && heightOf(other, wire, wire.to.point)
        if (!other || there === undefined || other.channel === side) continue
        const own = block.between ?? other.between ?? (row + there < this.shape.height ? 'top' : 'bottom')
        const brim = brims[wire.id] ?? own
        requests.push({ id: wire.id, side, across: side === 'left' ? Infinity : -Infinity, brim, row })
        continue
      }
      const escape = this.escapes.get(wire.to.point)
      if (!escape || escape.edge === side) continue
      const { x, y } = exitOf(escape.points)
      const { edge } = escape
      if (edge === 'top' || edge === 'bottom') {
        requests.push({ id: wire.id, side, across: x, brim: edge, row })
        continue
      }
      const brim = brims[wire.id] ?? brimOf(row, y, this.shape.height)
      requests.push({ id: wire.id, side, across: edge === 'left' ? -1 : this.shape.width + 1, brim, row })
      round.push({ wire, edge, brim, y })
    }
    const uprights = this.uprights(round)
    for (const request of requests) request.across = uprights.x.get(request.id) ?? request.across
    return { requests, uprights }
  }

  /** Wires that go round the board turn beside it: the farther from the corner, the farther out, so that they do not cross. */
  private uprights(round: { wire: Wire; edge: Side; brim: Brim; y: number }[]): Uprights {
    const x = new Map<string, number>()
    const count = { left: 0, right: 0 }
    for (const edge of ['left', 'right'] as const) {
      const from = ({ brim, y }: (typeof round)[number]) => (brim === 'top' ? y : this.shape.height - y)
      const last = { top: 0, bottom: 0 }
      const stood: { place: number; brim: Brim; y: number }[] = []
      for (const one of round.filter((other) => other.edge === edge).sort((a, b) => from(a) - from(b))) {
        const meets = ({ brim, y }: { brim: Brim; y: number }) =>
          brim === one.brim || (brim === 'top' ? y > one.y - least : y < one.y + least)
        let place = last[one.brim] + 1
        while (stood.some((other) => other.place === place && meets(other))) place += 1
        last[one.brim] = place
        stood.push({ place, ...one })
        const out = firstUpright + place * uprightStep
        x.set(one.wire.id, edge === 'left' ? -out : this.shape.width + out)
      }
      count[edge] = Math.max(last.top, last.bottom)
    }
    return { x, count }
  }

  /**
   * How far along the edge from its pad's middle each wire starts, so that wires
   * to one pad run side by side: in the order in which they turn off, the one that
   * goes straight on in the middle.
   */
  private offsets(byId: Map<string, Block>, lanes: Map<string, number>, uprights: Uprights): Map<string, number> {
    const byPad = new Map<string, { id: string; order: number; straight: boolean }[]>()
    for (const wire of this.wires) {
      const escape = wire.to.device ? undefined : this.escapes.get(wire.to.point)
      const block = byId.get(wire.from.device!)
      const row = block && heightOf(block, wire, wire.from.point)
      if (!block || row === undefined || escape?.points.length !== 2) continue
      const { y } = exitOf(escape.points)
      const lane = lanes.get(wire.id)
      const order = lane === undefined ? row : this.turning(escape.edge, block.channel, lane, uprights.x.get(wire.id))
      const straight = lane === undefined && row === y
      byPad.set(wire.to.point, [...(byPad.get(wire.to.point) ?? []), { id: wire.id, order, straight }])
    }
    const offsets = new Map<string, number>()
    for (const mine of byPad.values()) {
      mine.sort((a, b) => a.order - b.order)
      const straight = mine.findIndex(({ straight }) => straight)
      const middle = straight < 0 ? (mine.length - 1) / 2 : straight
      const step = Math.min(sideBySide, onPad / Math.max(1, middle, mine.length - 1 - middle))
      mine.forEach(({ id }, at) => offsets.set(id, Math.round((at - middle) * step * 2) / 2))
    }
    return offsets
  }

  /** Where among the wires of a pad one starts that takes a lane, along the edge: nested with those that turn the same way. */
  private turning(edge: Edge, side: Side, lane: number, upright: number | undefined): number {
    const far = lane < 0 ? -lane : lane - this.shape.height
    if (edge === 'top' || edge === 'bottom') return side === 'left' ? far - beyondAll : beyondAll - far
    const out = Math.abs((upright ?? 0) - this.shape.width / 2)
    return lane < 0 ? out - beyondAll : beyondAll - out
  }

  private passages(
    wire: Wire,
    byId: Map<string, Block>,
    lanes: Map<string, number>,
    uprights: Uprights,
    offset: number,
  ): Passage[] {
    const block = byId.get(wire.from.device!)
    const row = block && heightOf(block, wire, wire.from.point)
    if (!block || row === undefined) return []
    const { channel: side } = block
    const lane = lanes.get(wire.id)
    if (wire.to.device) return betweenDevices(wire, block, byId.get(wire.to.device), lane)
    const escape = this.escapes.get(wire.to.point)
    if (!escape) return []
    const { edge } = escape
    const level = edge === 'left' || edge === 'right'
    const points = escape.points.map(({ x, y }) => (level ? { x, y: y + offset } : { x: x + offset, y }))
    const exit = exitOf(points)
    const enter = (y: number, before: Point[]): Passage => ({
      wire,
      side,
      block,
      other: undefined,
      before,
      run: { ends: [endAt(block, row), { y, at: 'board' }] },
    })
    if (lane === undefined) return [enter(exit.y, points)]
    if (edge === 'top' || edge === 'bottom') return [enter(lane, [...points, { x: exit.x, y: lane }])]
    const turn = uprights.x.get(wire.id)!
    return [enter(lane, [...points, { x: turn, y: exit.y }, { x: turn, y: lane }])]
  }
}

function betweenDevices(wire: Wire, block: Block, other: Block | undefined, lane: number | undefined): Passage[] {
  const start = heightOf(block, wire, wire.from.point)
  const end = other && heightOf(other, wire, wire.to.point)
  if (!other || start === undefined || end === undefined) return []
  const { channel: side } = block
  if (lane === undefined) {
    return [{ wire, side, block, other, before: [], run: { ends: [endAt(block, start), endAt(other, end)] } }]
  }
  const half = (of: Block, y: number): Passage => ({
    wire,
    side: of.channel,
    block: of,
    other: undefined,
    before: [],
    run: { ends: [endAt(of, y), { y: lane, at: 'board' }] },
  })
  return [half(block, start), half(other, end)]
}

/** Distance of two wires on one pad, and how far from its middle one starts at most. */
const sideBySide = 4
const onPad = 5.5
/** Larger than any height. */
const beyondAll = 1e6
const firstUpright = 2
const uprightStep = 4
/** From the board's edge to the first track of a channel. */
const firstTrack = grid.stub + grid.track

/** Who stands between the columns comes into the channel from the board's side. */
const endAt = ({ between }: Block, y: number): RunEnd => ({ y, at: between ? 'board' : 'device' })
const exitOf = (points: Point[]): Point => points.at(-1)!

/** Over the top or under the bottom: where the row lies, or else the shorter way. */
function brimOf(row: number, exit: number, height: number): Brim {
  if (row <= -clearance) return 'top'
  if (row >= height + clearance) return 'bottom'
  return row + exit < height ? 'top' : 'bottom'
}

function heightOf(block: Block, wire: Wire, point: string): number | undefined {
  const row = block.rows.findIndex((row) => row.wire === wire && row.point === point)
  return row < 0 ? undefined : rowY(block, row)
}

function rowsOf(blocks: Block[], side: Side): number[] {
  const column = blocks.filter(({ channel, between }) => channel === side && !between)
  return column.flatMap((block) => block.rows.map((_, at) => rowY(block, at)))
}

/** How far from the board lanes may be that are level with a row: short of who stands between the columns. */
function reachOf(requests: LaneRequest[], blocks: Block[]): Record<Brim, number> {
  const reach = (brim: Brim) =>
    blocks.some(({ between }) => between === brim)
      ? clearance + requests.filter((request) => request.brim === brim).length * grid.lane
      : Infinity
  return { top: reach('top'), bottom: reach('bottom') }
}

/** Puts devices between the columns beyond the lanes, one after the other. */
function standBetween(blocks: Block[], lanes: number[], { width, height }: Pick<DrawnBoard, 'width' | 'height'>): void {
  let upper = Math.min(0, ...lanes)
  let lower = Math.max(height, ...lanes)
  for (const block of blocks) {
    if (!block.between) continue
    block.x = block.channel === 'left' ? setBack : width - setBack - block.width
    if (block.between === 'top') upper = block.y = upper - betweenGap - block.height
    else {
      block.y = lower + betweenGap
      lower = block.y + block.height
    }
  }
}

/** Whether boxes of a width have room between the columns. */
export const fitsBetween = (boxes: number, board: number): boolean => setBack + boxes <= board

/** From the board's edge to who stands between the columns: as much as labels of its wires take. */
const setBack = grid.label - firstTrack
/** From the last lane, and from each other. */
const betweenGap = 2 * grid.gap

/** From the device along its row, up or down the track, and on to the board or the other device. */
function passagePoints({ block, other, before, run }: Passage, x: number): Point[] {
  const [{ y: first }, { y: last }] = run.ends
  const there = [
    { x: innerX(block), y: first },
    { x, y: first },
    { x, y: last },
  ]
  return other ? [...there, { x: innerX(other), y: last }] : [...there, ...[...before].reverse()]
}

/** Drops points that are twice or in the middle of a straight line. */
function tidy(points: Point[]): Point[] {
  const single = points.filter((point, at) => at === 0 || point.x !== points[at - 1]!.x || point.y !== points[at - 1]!.y)
  return single.filter((point, at) => {
    const [before, after] = [single[at - 1], single[at + 1]]
    if (!before || !after) return true
    return !((before.x === point.x && point.x === after.x) || (before.y === point.y && point.y === after.y))
  })
}
