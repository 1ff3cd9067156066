import { edgeOf } from '../../catalogue'
import type { ResolvedPlan } from '../../plan'
import type { Wire } from '../wires'
import { grid, layerOf, letters, type DrawnBox, type Brim, type DrawnTerminal, type Layers, type Side } from './model'

export interface Row {
  point: string
  label: string
  wire: Wire
}

/** A device on its way to a place in a column. */
export interface Block {
  id: string
  title: string
  subtitle: string
  /** Wires drawn as lines, on the edge that faces the board. */
  rows: Row[]
  /** Wires told by a label, on the outer edge. */
  badges: Row[]
  width: number
  height: number
  /** Where its wires leave it for: the other side of the edge they leave by. */
  side: Side
  /** The channel its wires go through. */
  channel: Side
  /** Above or below the board, between the columns; in a column when missing. */
  between?: Brim
  x: number
  y: number
}

/** A box for each device that has a wire at all. */
export function blocksOf(resolved: ResolvedPlan, wires: Wire[], layers: Layers): Block[] {
  const blocks = resolved.parts
    .map((fitted): Block => {
      const order = fitted.device.connectors.flatMap((connector) => connector.pins)
      const rank = (point: string) => (order.includes(point) ? order.indexOf(point) : order.length)
      const leaving = wires.filter((wire) => wire.from.device === fitted.id).map((wire): Row => ({ ...wire.from, wire }))
      const arriving = wires
        .filter((wire) => wire.to.device === fitted.id && layers[layerOf(wire)])
        .map((wire): Row => ({ ...wire.to, wire }))
      const all = [...leaving, ...arriving].sort((a, b) => rank(a.point) - rank(b.point))
      const rows = all.filter((row) => layers[layerOf(row.wire)])
      const badges = all.filter((row) => !layers[layerOf(row.wire)])
      const height = grid.head + Math.max(rows.length, badges.length, 1) * grid.row + 1
      return {
        id: fitted.id,
        title: fitted.instance.name,
        subtitle: fitted.device.name,
        rows,
        badges,
        width: widthOf(fitted.instance.name, rows, badges),
        height,
        side: 'left',
        channel: 'left',
        x: 0,
        y: 0,
      }
    })
    .filter((block) => block.rows.length + block.badges.length > 0)
  // All are as wide as the widest, so that columns have straight edges.
  const width = Math.max(0, ...blocks.map((block) => block.width))
  return blocks.map((block) => ({ ...block, width }))
}

/** How wide a box has to be for its name and for what stands at both ends of each row. */
function widthOf(title: string, rows: Row[], badges: Row[]): number {
  const beside = Array.from({ length: Math.max(rows.length, badges.length) }, (_, at) => {
    const signs = (rows[at]?.label.length ?? 0) + (badges[at]?.label.length ?? 0)
    return signs * letters.small + 22
  })
  return Math.ceil(Math.min(widest, Math.max(narrowest, title.length * letters.name + 16, ...beside)))
}

const narrowest = 96
const widest = 176

/** Room that labels of layers that are off want beside the boxes. */
export function badgeWidth(blocks: Block[], resolved: ResolvedPlan): number {
  const signs = blocks.flatMap(({ badges }) => badges.map(({ wire }) => badgeWords(badgeOf(wire, resolved)!).length))
  return signs.length ? Math.ceil(Math.min(widest, Math.max(...signs) * letters.small + 10)) : 8
}

export const badgeWords = ({ colour, text }: NonNullable<DrawnTerminal['badge']>): string => `${colour} ${text}`

export function columnHeight(column: Block[]): number {
  return column.reduce((sum, block) => sum + block.height + grid.gap, -grid.gap)
}

/**
 * Shares the devices between left and right and orders each column by the pads
 * its devices are wired to, as one meets them going round the board. Devices
 * wired to each other stay on one side, and next to each other if so ordered.
 */
export function placeColumns(
  resolved: ResolvedPlan,
  blocks: Block[],
  wires: Wire[],
  layers: Layers,
  boardHeight: number,
  order: 'together' | 'by pad',
): Record<Side, Block[]> {
  const { outline } = resolved.board
  const groups = groupsOf(
    blocks,
    wires.filter((wire) => layers[layerOf(wire)]),
  )
  const padsOf = (block: Block) =>
    wires.flatMap((wire) => {
      const counts = layers[layerOf(wire)] || !block.rows.some((row) => !row.wire.to.device)
      const pad = wire.from.device === block.id && !wire.to.device && counts ? resolved.pad(wire.to.point) : undefined
      return pad ? [pad] : []
    })
  const columns: Record<Side, Block[]> = { left: [], right: [] }
  const pull = (group: Block[]) => {
    const sides = group.flatMap(padsOf).map((pad) => {
      const edge = edgeOf(pad, outline)
      return edge === 'left' ? -1 : edge === 'right' ? 1 : (0.4 * (pad.x - outline.width / 2)) / outline.width
    })
    return sides.length ? sides.reduce((sum, side) => sum + side, 0) / sides.length : 0
  }
  const size = (group: Block[]) => columnHeight(group) + grid.gap
  const total = groups.reduce((sum, group) => sum + size(group), 0)
  const most = Math.max(boardHeight, total * 0.56)
  for (const group of [...groups].sort((a, b) => Math.abs(pull(b)) - Math.abs(pull(a)) || size(b) - size(a))) {
    const wanted: Side =
      pull(group) < 0 ? 'left' : pull(group) > 0 ? 'right' : size(columns.left) <= size(columns.right) ? 'left' : 'right'
    const other: Side = wanted === 'left' ? 'right' : 'left'
    const side = size(columns[wanted]) + size(group) > most && size(columns[other]) < size(columns[wanted]) ? other : wanted
    for (const block of group) columns[side].push({ ...block, side, channel: side })
  }
  for (const side of ['left', 'right'] as const) {
    const own = new Map(
      columns[side].flatMap((block) => {
        const heights = padsOf(block).map((pad) => heightFrom(edgeOf(pad, outline), pad, outline, side))
        return heights.length ? [[block.id, median(heights)] as const] : []
      }),
    )
    const height = (block: Block) => {
      const group = groups.find((members) => members.some(({ id }) => id === block.id))!
      const known = group.flatMap(({ id }) => own.get(id) ?? [])
      const ofGroup = known.length ? mean(known) : 0.5
      return order === 'together' ? ofGroup : (own.get(block.id) ?? ofGroup)
    }
    columns[side].sort((a, b) => height(a) - height(b) || (own.get(a.id) ?? 0) - (own.get(b.id) ?? 0))
  }
  return columns
}

const median = (values: number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  return (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
}
const mean = (values: number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length

/** Height at which a pad's wire reaches the channel of a side: 0 … 1 along the edge, beyond that over the top or the bottom. */
function heightFrom(
  edge: string,
  pad: { x: number; y: number },
  { width, height }: { width: number; height: number },
  side: Side,
): number {
  const across = side === 'left' ? pad.x / width : 1 - pad.x / width
  if (edge === 'top') return -0.05 - across
  if (edge === 'bottom') return 1.05 + across
  if (edge !== side) return pad.y < height / 2 ? -1.2 - pad.y / height : 2.2 + (1 - pad.y / height)
  return pad.y / height
}

/**
 * Rows of a block in the order of what they go to, seen from its side: devices
 * above it first, then pads as one meets them going round the board, then devices
 * below. The nearer device lies further out and two wires to one device are
 * mirrored in it, so that the wires nest.
 * Between the columns it is the pads the other way round: the row next to the board
 * has the way that turns first.
 * @param others ids of the devices on this side, from the top
 */
export function sortRows(block: Block, resolved: ResolvedPlan, side: Side, others: string[]): Row[] {
  const place = others.indexOf(block.id)
  const turned = block.between ? -1 : 1
  const key = ({ wire, point }: Row): [number, number] => {
    const arriving = wire.to.device === block.id && wire.to.point === point
    const device = arriving ? wire.from.device : wire.to.device
    if (device === undefined) {
      const pad = resolved.pad(wire.to.point)
      return [turned * (pad ? heightFrom(edgeOf(pad, resolved.board.outline), pad, resolved.board.outline, side) : middle), 0]
    }
    if (block.between && others.includes(device)) {
      return [others.indexOf(device) + (block.between === 'top' ? -2 : 1) * beyondPads, 0]
    }
    const off = others.indexOf(device) - place
    if (!others.includes(device) || off === 0) return [middle, 0]
    const order = Number(wire.number.slice(1)) || 0
    return off < 0 ? [-beyondPads - off, order] : [beyondPads - off, -order]
  }
  const keyed = block.rows.map((row) => ({ row, key: key(row) }))
  return keyed.sort((a, b) => a.key[0] - b.key[0] || a.key[1] - b.key[1]).map(({ row }) => row)
}

const middle = 0.5
const beyondPads = 1000

/** Devices that are wired to each other, group by group. */
export function groupsOf(blocks: Block[], wires: Wire[]): Block[][] {
  const groupOf = new Map(blocks.map((block) => [block.id, block.id]))
  for (const wire of wires) {
    if (!wire.to.device || !wire.from.device) continue
    const [from, to] = [groupOf.get(wire.from.device), groupOf.get(wire.to.device)]
    if (from === undefined || to === undefined) continue
    for (const [id, group] of groupOf) if (group === to) groupOf.set(id, from)
  }
  const groups = new Map<string, Block[]>()
  for (const block of blocks) {
    const group = groupOf.get(block.id)!
    groups.set(group, [...(groups.get(group) ?? []), block])
  }
  return [...groups.values()]
}

/** Height of a row's middle below the upper edge of its block. */
export function rowOffset(at: number): number {
  return grid.head + at * grid.row + grid.row / 2
}

/** Height of a row's middle. */
export function rowY(block: Block, at: number): number {
  return block.y + rowOffset(at)
}

/** Edge of a block that faces the board. */
export function innerX(block: Block): number {
  return block.side === 'left' ? block.x + block.width : block.x
}

export function drawBox(block: Block, resolved: ResolvedPlan): DrawnBox {
  const outer = block.side === 'left' ? block.x : block.x + block.width
  const { id, title, subtitle, x, y, width, height, side } = block
  const kind = resolved.device(id)?.device.class
  return {
    id,
    title,
    subtitle,
    ...(kind !== undefined && { picture: kind }),
    x,
    y,
    width,
    height,
    side,
    terminals: [
      ...block.rows.map(({ point, label }, at): DrawnTerminal => ({ point, label, x: innerX(block), y: rowY(block, at) })),
      ...block.badges.map(({ point, label, wire }, at): DrawnTerminal => ({
        point,
        label,
        x: outer,
        y: rowY(block, at),
        badge: badgeOf(wire, resolved),
      })),
    ],
  }
}

/** Signs of a label beside a box; the wire list has it whole. */
const longestBadge = 17
const shortened = (text: string) => (text.length > longestBadge ? `${text.slice(0, longestBadge - 1).trimEnd()}…` : text)

function badgeOf(wire: Wire, resolved: ResolvedPlan): DrawnTerminal['badge'] {
  const { device, label } = wire.to
  const owner = device === undefined ? undefined : (resolved.device(device)?.instance.name ?? device)
  const text = owner ? shortened(`${label}, ${owner}`) : label.replace('underside ', 'under ')
  return { wire: wire.id, text, kind: wire.kind, colour: wire.colour }
}
