import type { Pad, Edge } from '../../catalogue'
import type { ResolvedPlan } from '../../plan'
import type { Wire } from '../wires'
import { edgeOf } from '../../catalogue'
import { borderDepth, depthOf } from './board'
import type { DrawnBoard, Point } from './model'

/** A pad's way to the edge of the board, in the board's own coordinates. */
export interface Escape {
  edge: Edge
  /** From the pad to the edge. */
  points: Point[]
}

export type Escapes = Map<string, Escape>

/** Each used pad's way to its edge; pads away from the edge leave between two pads of it. */
export function findEscapes(resolved: ResolvedPlan, shape: Omit<DrawnBoard, 'x' | 'y'>, wires: Wire[]): Escapes {
  const escapes: Escapes = new Map()
  const { outline } = resolved.board
  const { scale, width, height } = shape
  const used = new Set(wires.filter((wire) => !wire.to.device).map((wire) => wire.to.point))
  const drawn = new Map(shape.pads.map(({ id, x, y }) => [id, { x, y }]))
  const point = (pad: Pad): Point => drawn.get(pad.id)!
  for (const edge of ['left', 'right', 'top', 'bottom'] as const) {
    const level = edge === 'left' || edge === 'right'
    const all = resolved.board.pads.filter((pad) => drawn.has(pad.id) && edgeOf(pad, outline) === edge)
    const depth = (pad: Pad) => depthOf(pad, outline)
    const along = (pad: Pad) => (level ? point(pad).y : point(pad).x)
    const limit = level ? height : width
    const border = all.filter((pad) => pad.side === 'top' && depth(pad) <= borderDepth)
    const marks = border.map(along)
    const beyond = (pad: Pad) => all.filter((other) => other !== pad && depth(other) < depth(pad)).map(along)
    const out = (at: number, inset: number): Point =>
      level ? { x: edge === 'left' ? inset : width - inset, y: at } : { x: at, y: edge === 'top' ? inset : height - inset }
    for (const pad of border) if (used.has(pad.id)) escapes.set(pad.id, { edge, points: [point(pad), out(along(pad), 0)] })
    const inner = all.filter((pad) => !border.includes(pad) && used.has(pad.id)).sort((a, b) => along(a) - along(b))
    const taken: number[] = []
    for (const pad of inner) {
      const clear = (at: number) => !taken.some((other) => Math.abs(other - at) < between)
      const straight = clear(along(pad)) && !beyond(pad).some((other) => Math.abs(other - along(pad)) < besidePad)
      const ways = waysOut(marks, limit).filter(clear)
      const free = straight
        ? along(pad)
        : (ways.sort((a, b) => Math.abs(a - along(pad)) - Math.abs(b - along(pad)))[0] ?? along(pad))
      taken.push(free)
      const { x, y } = point(pad)
      const drawnDepth = { left: x, right: width - x, top: y, bottom: height - y }[edge]
      // Pads lie on half units.
      const inset = Math.min(depth(pad) * scale, drawnDepth + 0.5, borderDepth * scale + 8 + (inner.indexOf(pad) % 6) * 4)
      escapes.set(pad.id, { edge, points: [point(pad), out(along(pad), inset), out(free, inset), out(free, 0)] })
    }
  }
  return escapes
}

/** A wire passes a pad at this distance from its middle at least, and another wire at that. */
const besidePad = 8
const between = 6

/** Where along an edge a wire can leave between its pads. */
function waysOut(marks: number[], limit: number): number[] {
  const sorted = [4 - besidePad, ...[...marks].sort((a, b) => a - b), limit - 4 + besidePad]
  return sorted.slice(1).flatMap((mark, at) => {
    const from = sorted[at]! + besidePad
    const room = mark - besidePad - from
    if (room < 0) return []
    const count = Math.floor(room / between)
    return Array.from({ length: count + 1 }, (_, step) => from + (room - count * between) / 2 + step * between)
  })
}
