import { edgeOf, padNames, type Pad } from '../../catalogue'
import type { ResolvedPlan } from '../../plan'
import { broken, unbroken, type Broken } from './broken'
import { grid, type DrawnBoard, type DrawnPad } from './model'

/** Pads that lie within this many mm of an edge leave over it straight. */
export const borderDepth = 3

/** What a pad needs beside a break, in mm. */
const besideBreak = 1.5

/** Distance of a pad to its nearest edge, in mm. */
export function depthOf(pad: Pad, { width, height }: { width: number; height: number }): number {
  return Math.min(pad.x, width - pad.x, pad.y, height - pad.y)
}

/** Where the label of a pad stands: towards the middle of the board, so that labels of one edge do not meet. */
export function labelSide(pad: Pad, outline: { width: number; height: number }): DrawnPad['anchor'] {
  const sides = { left: 'right', right: 'left', top: 'below', bottom: 'above' } as const
  return sides[edgeOf(pad, outline)]
}

/** Least distance of neighbouring pads on one edge, in mm. */
function pitchOf(resolved: ResolvedPlan): number {
  const { pads, outline } = resolved.board
  const top = pads.filter((pad) => pad.side === 'top' && depthOf(pad, outline) <= borderDepth)
  let least = 2.54
  for (const edge of ['left', 'right', 'top', 'bottom'] as const) {
    const along = top
      .filter((pad) => edgeOf(pad, outline) === edge)
      .map((pad) => (edge === 'left' || edge === 'right' ? pad.y : pad.x))
      .sort((a, b) => a - b)
    along.forEach((value, at) => {
      const step = value - (along[at - 1] ?? -Infinity)
      if (step > 0.8) least = Math.min(least, step)
    })
  }
  return least
}

/** Pads lie on half units, so that rows and pads of one pitch are level exactly. */
const onGrid = (value: number) => Math.round(value * 2) / 2

/**
 * The board at a scale at which neighbouring pads are as far apart as the rows of a device, and a wire fits between them.
 * @param isCut what lies far from all pads that are used is left out
 */
export function boardShape(resolved: ResolvedPlan, used: Set<string>, isCut = false): Omit<DrawnBoard, 'x' | 'y'> {
  const { board } = resolved
  const { outline } = board
  const ends = board.pads.filter(({ id }) => used.has(id))
  const across = isCut
    ? broken(
        outline.width,
        ends.map(({ x }) => x),
      )
    : unbroken(outline.width)
  const down = isCut
    ? broken(
        outline.height,
        ends.map(({ y }) => y),
      )
    : unbroken(outline.height)
  const placed = <T extends { x: number; y: number }>(all: readonly T[]) =>
    all.flatMap((each) => {
      const [x, y] = [across.at(each.x), down.at(each.y)]
      return x === undefined || y === undefined ? [] : [{ ...each, x, y }]
    })
  // A pad that nothing uses gives way to a break beside it.
  const nearBreak = (value: number, { breaks }: Broken) =>
    breaks.some(({ from, width }) => value > from - besideBreak && value < from + width + besideBreak)
  const isClear = ({ id, x, y }: Pad) => used.has(id) || !(nearBreak(x, across) || nearBreak(y, down))
  const breaksOf = (axis: 'x' | 'y', { breaks }: Broken) =>
    breaks.map(({ from, width }) => ({ axis, from: from * scale, width: width * scale }))
  const sides = new Map(board.pads.map((pad) => [pad.id, labelSide(pad, outline)]))
  const scale = Math.min(14, Math.max(6, grid.row / pitchOf(resolved)))
  return {
    title: board.name,
    subtitle: `rev ${board.revision}`,
    width: Math.round(across.length * scale),
    height: Math.round(down.length * scale),
    radius: outline.radius * scale,
    scale,
    pads: placed(board.pads)
      .filter(isClear)
      .map((pad): DrawnPad => ({
        id: pad.id,
        label: pad.label,
        name: padNames(board).get(pad.id) ?? pad.label,
        x: onGrid(pad.x * scale),
        y: onGrid(pad.y * scale),
        kind: pad.kind,
        under: pad.side === 'bottom',
        used: used.has(pad.id),
        anchor: sides.get(pad.id)!,
      })),
    holes: placed(outline.holes).map((hole) => ({ x: hole.x * scale, y: hole.y * scale, radius: (hole.diameter / 2) * scale })),
    breaks: [...breaksOf('x', across), ...breaksOf('y', down)],
  }
}
