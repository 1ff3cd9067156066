import type { WirePoint } from './plan'
import { keyOf, splitKey } from './reference'

/** A pad of the board as a point that a wire can end at. */
export function padPoint(pad: string): WirePoint {
  return `pad:${pad}`
}

/** A terminal of a part as a point that a wire can end at. */
export function terminalPoint(device: string, terminal: string): WirePoint {
  return `terminal:${keyOf(device, terminal)}`
}

/** Pad of the board, or part and terminal, that a point is. */
export function readPoint(point: WirePoint): { pad: string } | { device: string; terminal: string } {
  const id = point.slice(point.indexOf(':') + 1)
  if (point.startsWith('pad:')) return { pad: id }
  const [device, terminal] = splitKey(id)
  return { device, terminal }
}
