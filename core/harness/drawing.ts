import type { ResolvedPlan } from '../plan'
import type { Wire } from './wires'

/** Lengths in the drawing's own units, about a pixel at 100 %. */
const grid = { row: 17, head: 22, gap: 9, track: 9, device: 176, board: 150, padding: 10, badge: 104, stub: 14 }

export interface DrawnTerminal {
  point: string
  label: string
  /** Where the wire starts. */
  x: number
  y: number
  /** Supply and ground, shown as a label instead of a wire. */
  badge?: { wire: string; text: string; kind: 'supply' | 'ground'; colour: string }
}

export interface DrawnBox {
  /** Device id; `board` for the board. */
  id: string
  title: string
  subtitle: string
  x: number
  y: number
  width: number
  height: number
  side: 'left' | 'right'
  terminals: DrawnTerminal[]
}

export interface DrawnWire {
  wire: Wire
  points: { x: number; y: number }[]
  /** Where colour code and number are written. */
  label: { x: number; y: number }
}

export interface HarnessDrawing {
  width: number
  height: number
  board: DrawnBox
  /** Board pads on both of its sides. */
  devices: DrawnBox[]
  wires: DrawnWire[]
}

type Side = 'left' | 'right'

interface Row {
  point: string
  label: string
  wire: Wire
}

interface Block {
  id: string
  title: string
  subtitle: string
  /** Signals and video, on the edge that faces the board. */
  rows: Row[]
  /** Supply and ground, on the outer edge. */
  powerRows: Row[]
  padRows: Row[]
  height: number
  side: Side
  y: number
}

/**
 * Lays out the harness as a schematic: the board in the middle, devices left and
 * right, each facing the pads it is wired to. Signals and video are wires at right
 * angles on tracks of their own; supply and ground are labels that name their pad.
 */
export function drawHarness(resolved: ResolvedPlan, wires: Wire[]): HarnessDrawing {
  const fitted = wires.filter((wire) => !wire.omitted)
  const blocks = blocksOf(resolved, fitted)
  const columns = balance(blocks, fitted)
  const rightRows = columnRows(columns.right)
  const leftRows = columnRows(columns.left)
  const height = Math.max(leftRows, rightRows, 200) + 2 * grid.padding + grid.head + grid.row
  placeColumn(columns.left, height, leftRows)
  placeColumn(columns.right, height, rightRows)
  const channel = { left: channelWidth(columns.left), right: channelWidth(columns.right) }
  const boardX = grid.padding + grid.badge + grid.device + channel.left
  const rightX = boardX + grid.board + channel.right
  const width = rightX + grid.device + grid.badge + grid.padding
  const boxes = [
    ...columns.left.map((block) => drawBox(block, grid.padding + grid.badge)),
    ...columns.right.map((block) => drawBox(block, rightX)),
  ]
  const board = drawBoard(resolved, columns, boardX, height)
  return { width, height, board, devices: boxes, wires: route(columns, boxes, board, fitted, boardX, rightX) }
}

const isDrawn = (wire: Wire) => wire.kind === 'signal' || wire.kind === 'video'

function blocksOf(resolved: ResolvedPlan, wires: Wire[]): Block[] {
  const incoming = (id: string) => wires.filter((wire) => wire.to.device === id && isDrawn(wire))
  return resolved.devices
    .map((fitted): Block => {
      const own = wires.filter((wire) => wire.from.device === fitted.id)
      const arriving = incoming(fitted.id).map((wire) => ({ point: wire.to.point, label: wire.to.label, wire }))
      const order = fitted.device.connectors.flatMap((connector) => connector.pins)
      const all = [...own.map((wire): Row => ({ point: wire.from.point, label: wire.from.label, wire })), ...arriving]
      all.sort((a, b) => rank(order, a.point) - rank(order, b.point))
      const rows = all.filter((row) => isDrawn(row.wire))
      const powerRows = all.filter((row) => !isDrawn(row.wire))
      const padOrder = resolved.board.pads.map((pad) => pad.id)
      const padRows = own
        .filter((wire) => isDrawn(wire) && !wire.to.device)
        .map((wire) => ({ point: wire.to.point, label: wire.to.label, wire }))
        .sort((a, b) => rank(padOrder, a.point) - rank(padOrder, b.point))
      return {
        id: fitted.id,
        title: fitted.instance.name,
        subtitle: fitted.device.name,
        rows,
        powerRows,
        padRows,
        height: grid.head + Math.max(rows.length, padRows.length + 1, powerRows.length, 1) * grid.row,
        side: 'left',
        y: 0,
      }
    })
    .filter((block) => block.rows.length + block.powerRows.length > 0)
}

function rank(order: string[], point: string): number {
  const at = order.indexOf(point)
  return at < 0 ? order.length : at
}

/** Shares devices between the sides; devices wired to each other stay on one side, next to each other. */
function balance(blocks: Block[], wires: Wire[]): Record<Side, Block[]> {
  const groupOf = new Map(blocks.map((block) => [block.id, block.id]))
  for (const wire of wires) {
    if (!isDrawn(wire) || !wire.to.device) continue
    const [from, to] = [groupOf.get(wire.from.device!), groupOf.get(wire.to.device)]
    for (const [id, group] of groupOf) if (group === to) groupOf.set(id, from!)
  }
  const groups = new Map<string, Block[]>()
  for (const block of blocks) {
    const group = groupOf.get(block.id)!
    groups.set(group, [...(groups.get(group) ?? []), block])
  }
  const columns: Record<Side, Block[]> = { left: [], right: [] }
  const size = (side: Block[]) => side.reduce((sum, block) => sum + block.height + grid.gap, 0)
  for (const group of [...groups.values()].sort((a, b) => size(b) - size(a))) {
    const side: Side = size(columns.left) <= size(columns.right) ? 'left' : 'right'
    for (const block of group) columns[side].push({ ...block, side })
  }
  return columns
}

function columnRows(column: Block[]): number {
  return column.reduce((sum, block) => sum + block.height + grid.gap, -grid.gap)
}

function placeColumn(column: Block[], height: number, used: number): void {
  let y = grid.head + (height - grid.head - used) / 2
  for (const block of column) {
    block.y = Math.round(y)
    y += block.height + grid.gap
  }
}

function channelWidth(column: Block[]): number {
  const tracks = Math.max(
    1,
    ...column.map((block) => block.padRows.length + block.rows.filter((row) => row.wire.to.device).length),
  )
  return grid.stub * 2 + 74 + tracks * grid.track
}

function drawBox(block: Block, x: number): DrawnBox {
  const left = block.side === 'left'
  const [inner, outer] = left ? [x + grid.device, x] : [x, x + grid.device]
  const rowY = (at: number) => block.y + grid.head + at * grid.row + grid.row / 2
  return {
    id: block.id,
    title: block.title,
    subtitle: block.subtitle,
    x,
    y: block.y,
    width: grid.device,
    height: block.height,
    side: block.side,
    terminals: [
      ...block.rows.map(({ point, label }, at): DrawnTerminal => ({ point, label, x: inner, y: rowY(at) })),
      ...block.powerRows.map(({ point, label, wire }, at): DrawnTerminal => ({
        point,
        label,
        x: outer,
        y: rowY(at),
        badge: badgeOf(wire),
      })),
    ],
  }
}

function badgeOf(wire: Wire): DrawnTerminal['badge'] {
  const { device, label, point } = wire.to
  const text = device ? `${label}, ${device}` : wire.kind === 'ground' ? `GND ${point}` : `${label} ${point}`
  return { wire: wire.id, text, kind: wire.kind as 'supply' | 'ground', colour: wire.colour }
}

/** Board rows sit half a row off the device rows, so that no two horizontal runs meet. */
function padY(block: Block, at: number): number {
  const start = Math.round((block.rows.length - block.padRows.length) / 2)
  return block.y + grid.head + (start + at) * grid.row + grid.row
}

function drawBoard(resolved: ResolvedPlan, columns: Record<Side, Block[]>, x: number, height: number): DrawnBox {
  const rows = (side: Side) =>
    columns[side].flatMap((block) =>
      block.padRows.map(({ point, label }, at): DrawnTerminal => ({
        point,
        label,
        x: side === 'left' ? x : x + grid.board,
        y: padY(block, at),
      })),
    )
  const { board } = resolved
  return {
    id: 'board',
    title: board.name,
    subtitle: board.revision,
    x,
    y: grid.padding,
    width: grid.board,
    height: height - grid.padding,
    side: 'left',
    terminals: [...rows('left'), ...rows('right')],
  }
}

function route(
  columns: Record<Side, Block[]>,
  boxes: DrawnBox[],
  board: DrawnBox,
  wires: Wire[],
  boardX: number,
  rightX: number,
): DrawnWire[] {
  const drawn: DrawnWire[] = []
  for (const side of ['left', 'right'] as const) {
    const deviceX = side === 'left' ? grid.padding + grid.badge + grid.device : rightX
    const boardEdge = side === 'left' ? boardX : boardX + grid.board
    const away = side === 'left' ? 1 : -1
    const ends = columns[side].flatMap((block) => {
      const box = boxes.find((one) => one.id === block.id)!
      return wires
        .filter((wire) => wire.from.device === block.id && isDrawn(wire))
        .map((wire) => {
          const from = box.terminals.find((terminal) => terminal.point === wire.from.point)!.y
          const other = wire.to.device && boxes.find((one) => one.id === wire.to.device)
          const to = other
            ? other.terminals.find((terminal) => terminal.point === wire.to.point)!.y
            : padY(
                block,
                block.padRows.findIndex((row) => row.wire.id === wire.id),
              )
          return { wire, from, to, toDevice: Boolean(other) }
        })
    })
    const tracks = assignTracks(ends.map(({ from, to }) => [Math.min(from, to), Math.max(from, to)]))
    ends.forEach(({ wire, from, to, toDevice }, at) => {
      const x = deviceX + away * (grid.stub + 66 + tracks[at]! * grid.track)
      const end = toDevice ? deviceX : boardEdge
      drawn.push({
        wire,
        points: [
          { x: deviceX, y: from },
          { x, y: from },
          { x, y: to },
          { x: end, y: to },
        ],
        label: { x: deviceX + away * 34, y: from },
      })
    })
  }
  return drawn
}

/** The lowest track on which each interval overlaps no other: the left-edge method. */
function assignTracks(intervals: [number, number][]): number[] {
  const order = intervals.map((_, at) => at).sort((a, b) => intervals[a]![0] - intervals[b]![0])
  const endOfTrack: number[] = []
  const tracks: number[] = []
  for (const at of order) {
    const [from, to] = intervals[at]!
    let track = endOfTrack.findIndex((end) => end < from - 1)
    if (track < 0) track = endOfTrack.length
    endOfTrack[track] = to
    tracks[at] = track
  }
  return tracks
}
