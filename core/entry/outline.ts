import type { Edge } from '../catalogue'

/** Edges of a board, clockwise from the top left corner: along the top, down the right, back along the bottom, up the left. */
export const edges = ['top', 'right', 'bottom', 'left'] as const satisfies readonly Edge[]

/** A place on a board, in mm from its top left corner. */
export interface Spot {
  x: number
  y: number
}

/** How far from the edge pads are drawn, and what stays free at the corners. */
const inset = 1.6
const cornerRoom = 7

/**
 * Places of pads whose measures are not known, in their order around the outline, clockwise from the top left corner as the board
 * is seen from its side. Pads of one edge lie at even distances.
 * @param edgeOf the edge of each pad
 */
export function aroundOutline(edgeOf: readonly Edge[], { width, height }: { width: number; height: number }): Spot[] {
  const spots: Spot[] = []
  for (const edge of edges) {
    const there = edgeOf.flatMap((of, at) => (of === edge ? [at] : []))
    const length = edge === 'top' || edge === 'bottom' ? width : height
    const room = Math.min(cornerRoom, length / 4)
    there.forEach((pad, at) => {
      const along = there.length === 1 ? length / 2 : room + ((length - 2 * room) * at) / (there.length - 1)
      spots[pad] = spotAt(edge, round(along), { width, height })
    })
  }
  return spots
}

const round = (figure: number) => Math.round(figure * 100) / 100

function spotAt(edge: Edge, along: number, { width, height }: { width: number; height: number }): Spot {
  if (edge === 'top') return { x: along, y: inset }
  if (edge === 'right') return { x: round(width - inset), y: along }
  return edge === 'bottom' ? { x: round(width - along), y: round(height - inset) } : { x: inset, y: round(height - along) }
}

/**
 * The edge of each of so many pads in a row around the board: the list goes on at the next edge where it is told to have a
 * corner; without corners each edge holds as many as its length allows for.
 * @param corners numbers of the pads that follow a corner
 */
export function edgesInOrder(
  count: number,
  corners: readonly number[],
  { width, height }: { width: number; height: number },
): Edge[] {
  if (corners.length)
    return Array.from({ length: count }, (_, at) => edges[corners.filter((corner) => corner <= at).length % edges.length]!)
  const around = 2 * (width + height)
  const ends = [width, width + height, 2 * width + height, around].map((end) => Math.round((count * end) / around))
  return Array.from({ length: count }, (_, at) => edges[ends.findIndex((end) => at < end)]!)
}

/** A USB plug that opens over the edge next to a place, at that place along it. */
export function usbBeside({ x, y }: Spot, { width, height }: { width: number; height: number }): Spot & { edge: Edge } {
  const far: Record<Edge, number> = { top: y, right: width - x, bottom: height - y, left: x }
  const [edge] = edges.toSorted((one, other) => far[one] - far[other])
  const along = (figure: number, end: number) => Math.min(end, Math.max(0, round(figure)))
  if (edge === 'top' || edge === 'bottom') return { x: along(x, width), y: edge === 'top' ? 0 : height, edge }
  return { x: edge === 'left' ? 0 : width, y: along(y, height), edge: edge! }
}
