import type { HarnessDrawing } from './model'

/** Figures to compare layouts by. Wires that share a pad count as one trunk. */
export interface DrawingFigures {
  crossings: number
  bends: number
  /** Pairs of straight pieces of different wires that lie on each other, so that the eye cannot tell them apart. */
  overlaps: number
  /** Crossings of each device's wires. */
  crossed: Map<string, number>
}

/** Pieces nearer than this to each other, in the drawing's units, read as one line. */
const apart = 2.5

/** Crossings of drawn wires, bends in all, and pieces that lie on each other. */
export function drawingFigures({ wires }: Pick<HarnessDrawing, 'wires'>): DrawingFigures {
  const crossed = new Map<string, number>()
  const flat: Piece[] = []
  const upright: Piece[] = []
  wires.forEach(({ wire, points }) => {
    const { device } = wire.from
    const pad = `${wire.to.device ?? ''}.${wire.to.point}`
    const piece = (at: number, a: number, b: number): Piece => ({ device, pad, at, low: Math.min(a, b), high: Math.max(a, b) })
    for (let at = 1; at < points.length; at += 1) {
      const [from, to] = [points[at - 1]!, points[at]!]
      if (from.y === to.y) flat.push(piece(from.y, from.x, to.x))
      else if (from.x === to.x) upright.push(piece(from.x, from.y, to.y))
    }
  })
  let crossings = 0
  for (const one of flat) {
    for (const other of upright) {
      if (other.at <= one.low || other.at >= one.high || one.at <= other.low || one.at >= other.high) continue
      if (one.pad === other.pad) continue
      crossings += 1
      for (const { device } of [one, other]) if (device) crossed.set(device, (crossed.get(device) ?? 0) + 1)
    }
  }
  const bends = wires.reduce((sum, { points }) => sum + Math.max(0, points.length - 2), 0)
  return { crossings, bends, overlaps: overlapsOf(flat) + overlapsOf(upright), crossed }
}

/** A straight piece of a wire: at one coordinate, from low to high along the other. */
interface Piece {
  device: string | undefined
  pad: string
  at: number
  low: number
  high: number
}

function overlapsOf(pieces: Piece[]): number {
  const sorted = [...pieces].sort((a, b) => a.at - b.at)
  let count = 0
  sorted.forEach((piece, index) => {
    for (let next = index + 1; next < sorted.length && sorted[next]!.at - piece.at < apart; next += 1) {
      const other = sorted[next]!
      if (piece.pad !== other.pad && Math.min(piece.high, other.high) - Math.max(piece.low, other.low) > apart) count += 1
    }
  })
  return count
}
