import { limits, withOrigins, type BoardDefinition } from '../catalogue'
import { padTableRows, withPadRows } from '../schema'
import type { Spot } from './outline'

/** How far pads of one row may lie off its line, and from one another, in mm. */
const offLine = 0.4
const apart = 6

/**
 * The pads of the row that a pad stands in: all contacts of its connector, else those of its side that lie in line with it, one
 * not far from the next; across or down, whichever has more. The pad alone where it stands alone.
 */
export function rowOfPad({ pads }: Pick<BoardDefinition, 'pads'>, id: string): string[] {
  const pad = pads[id]
  if (!pad) return []
  if (pad.connector !== undefined)
    return Object.keys(pads).filter((other) => pads[other]!.connector === pad.connector && pads[other]!.side === pad.side)
  const across = inLine(pads, id, 'x', 'y')
  const down = inLine(pads, id, 'y', 'x')
  return across.length >= down.length ? across : down
}

function inLine(pads: BoardDefinition['pads'], id: string, along: 'x' | 'y', off: 'x' | 'y'): string[] {
  const pad = pads[id]!
  const line = Object.keys(pads)
    .filter((other) => pads[other]!.side === pad.side && Math.abs(pads[other]![off] - pad[off]) <= offLine)
    .toSorted((a, b) => pads[a]![along] - pads[b]![along])
  const at = line.indexOf(id)
  const isNext = (before: string, after: string) => pads[after]![along] - pads[before]![along] <= apart
  let [first, last] = [at, at]
  while (first > 0 && isNext(line[first - 1]!, line[first]!)) first -= 1
  while (last < line.length - 1 && isNext(line[last]!, line[last + 1]!)) last += 1
  return line.slice(first, last + 1)
}

const hundredths = (figure: number) => Math.round(figure * 100) / 100
const within = (figure: number) => Math.min(limits.board + 50, Math.max(-50, hundredths(figure)))

/** A board with some pads moved by so many mm; a connector goes along with its contacts when all of them are moved. */
export function withMovedPads(board: BoardDefinition, ids: readonly string[], by: Spot): BoardDefinition {
  const moved = new Set(ids.filter((id) => board.pads[id]))
  const goes = ({ x, y }: Spot): Spot => ({ x: within(x + by.x), y: within(y + by.y) })
  const pads = Object.fromEntries(
    Object.entries(board.pads).map(([id, pad]) => [id, moved.has(id) ? { ...pad, ...goes(pad) } : pad]),
  )
  const connectors = Object.fromEntries(
    Object.entries(board.connectors).map(([id, connector]) => {
      const contacts = Object.keys(board.pads).filter((pad) => board.pads[pad]!.connector === id)
      const isMoved = contacts.length > 0 && contacts.every((pad) => moved.has(pad))
      return [id, isMoved ? { ...connector, ...goes(connector) } : connector]
    }),
  )
  return { ...board, pads, connectors }
}

/**
 * Pads in a true line with even distances, from the first of them to the last, across or down as they lie.
 * With one or two pads there is nothing to even out.
 */
export function withAlignedPads(board: BoardDefinition, ids: readonly string[]): BoardDefinition {
  const there = ids.filter((id) => board.pads[id])
  const extent = (axis: 'x' | 'y') => {
    const figures = there.map((id) => board.pads[id]![axis])
    return Math.max(...figures) - Math.min(...figures)
  }
  if (there.length < 2) return board
  const [along, off] = extent('x') >= extent('y') ? (['x', 'y'] as const) : (['y', 'x'] as const)
  const row = there.toSorted((a, b) => board.pads[a]![along] - board.pads[b]![along])
  const [first, last] = [board.pads[row[0]!]!, board.pads[row.at(-1)!]!]
  const middle = row.reduce((sum, id) => sum + board.pads[id]![off], 0) / row.length
  const step = (last[along] - first[along]) / (row.length - 1)
  const pads = { ...board.pads }
  row.forEach((id, at) => {
    const place = { [along]: hundredths(first[along] + step * at), [off]: hundredths(middle) }
    pads[id] = { ...pads[id]!, ...place }
  })
  return { ...board, pads }
}

/** A board without some pads; connectors that lose all their contacts go with them. Ports and pins stay. */
export function withoutPads(board: BoardDefinition, ids: readonly string[]): BoardDefinition {
  const connectorsOf = (pads: BoardDefinition['pads']) => new Set(Object.values(pads).map(({ connector }) => connector))
  const left = withPadRows(
    board,
    padTableRows(board).filter(({ pad }) => !ids.includes(pad)),
  )
  const [before, after] = [connectorsOf(board.pads), connectorsOf(left.pads)]
  const connectors = Object.entries(board.connectors).filter(([id]) => after.has(id) || !before.has(id))
  const origins = Object.fromEntries(ids.map((id) => [`pads.${id}`, undefined]))
  return withOrigins({ ...left, connectors: Object.fromEntries(connectors) }, origins)
}
