import { batteryId, boardId, type ResolvedPlan, type Turn } from '../plan'
import { packShape, type Millimetres } from '../units'
import { heightOf, spotOf } from './airframe'
import type { Point } from './drawing/model'

/** A rectangle by its middle. */
interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** A part of a craft seen from above or from its right side, in mm, down the sheet as y grows. */
export interface FramePart extends Box {
  id: string
  name: string
  turn: Turn
  /** Where its name stands, by the middle of the text; with a line to the part where it stands off. */
  label: { x: number; y: number; leader?: [Point, Point] }
}

export type FrameSide = 'top' | 'right'

/** Thicknesses of parts, which definitions do not tell: flat parts are this share of their shorter side. */
const flatness = 0.35
const ofBoard = 6

function thicknessOf(id: string, { width, height }: { width: Millimetres; height: Millimetres }): Millimetres {
  if (id === boardId) return ofBoard
  return id === batteryId ? width * packShape.thickness : Math.max(3, flatness * Math.min(width, height))
}

type FrameBox = Omit<FramePart, 'label'>

/** The parts of a craft at their true sizes, the lowest first. */
export function frameBoxes(resolved: ResolvedPlan, side: FrameSide): FrameBox[] {
  const parts = [
    { id: boardId, name: resolved.board.name, size: resolved.board.outline },
    ...resolved.parts.map(({ id, instance, device }) => ({ id, name: instance.name, size: device.size })),
  ]
  const boxes = parts.map(({ id, name, size }) => {
    const { x, y, turn = 0 } = spotOf(resolved, id)
    const across = turn % 180 === 90
    const width = across ? size.height : size.width
    const length = across ? size.width : size.height
    const z = heightOf(resolved, id)
    const thick = thicknessOf(id, size)
    const box = side === 'top' ? { x, y: -y, width, height: length } : { x: y, y: -z - thick / 2, width: length, height: thick }
    return { rank: side === 'top' ? z : x, box: { id, name, turn, ...box } }
  })
  return boxes.sort((one, other) => one.rank - other.rank).map(({ box }) => box)
}

/** A line on the sheet, by its points. */
export type FrameLine = Point[]

/**
 * The same, each with a place for its name that covers no part, no other name and no line.
 * @param text height of a line of text, and its width for each letter, in mm; more than 0
 * @param lines what else is drawn, as it lies on the sheet
 */
export function frameParts(
  resolved: ResolvedPlan,
  side: FrameSide,
  text: { height: number; letter: number },
  lines: FrameLine[] = [],
): FramePart[] {
  const boxes = frameBoxes(resolved, side)
  const labels = placeLabels(boxes, text, lines)
  return boxes.map((box, at) => ({ ...box, label: labels[at]! }))
}

/** Names inside their parts where there is room, otherwise beside them, further and further off until nothing is covered. */
function placeLabels(
  boxes: (Box & { name: string })[],
  { height, letter }: { height: number; letter: number },
  lines: FrameLine[],
): FramePart['label'][] {
  const placed: Box[] = []
  const free = (label: Box, own?: Box) =>
    boxes.every((box) => box === own || !overlap(box, label)) && placed.every((other) => !overlap(other, label))
  const clear = (label: Box) => lines.every((line) => !crosses(line, label))
  const found = new Map<Box, FramePart['label']>()
  // Those that have room inside come first; large parts have more of it around them.
  const order = [...boxes].sort((one, other) => other.width * other.height - one.width * one.height)
  for (const box of order) {
    const size = { width: box.name.length * letter, height }
    const inside = { ...size, x: box.x, y: box.y }
    const fits = size.width <= box.width && size.height <= box.height
    const around = (off: number): Box[] => [
      { ...size, x: box.x, y: box.y + box.height / 2 + height * (0.6 + off) },
      { ...size, x: box.x, y: box.y - box.height / 2 - height * (0.6 + off) },
      { ...size, x: box.x + box.width / 2 + size.width / 2 + height * (0.3 + off), y: box.y },
      { ...size, x: box.x - box.width / 2 - size.width / 2 - height * (0.3 + off), y: box.y },
      { ...size, x: box.x + box.width / 2 + size.width / 2 + height * (0.3 + off), y: box.y + height * (1 + off) },
      { ...size, x: box.x - box.width / 2 - size.width / 2 - height * (0.3 + off), y: box.y + height * (1 + off) },
      { ...size, x: box.x + box.width / 2 + size.width / 2 + height * (0.3 + off), y: box.y - height * (1 + off) },
      { ...size, x: box.x - box.width / 2 - size.width / 2 - height * (0.3 + off), y: box.y - height * (1 + off) },
    ]
    let chosen = fits && free(inside, box) ? inside : undefined
    let steps = 0
    for (; !chosen; steps += 1) chosen = around(steps * 0.7).find((label) => free(label) && clear(label))
    placed.push(chosen)
    const { x, y } = chosen
    found.set(box, steps > 1 ? { x, y, leader: between(box, chosen) } : { x, y })
  }
  return boxes.map((box) => found.get(box)!)
}

/** From the side of a rectangle to the side of another that lies apart from it. */
function between(one: Box, other: Box): [Point, Point] {
  const nearest = (to: Point, { x, y, width, height }: Box): Point => ({
    x: Math.min(x + width / 2, Math.max(x - width / 2, to.x)),
    y: Math.min(y + height / 2, Math.max(y - height / 2, to.y)),
  })
  const start = nearest(other, one)
  return [start, nearest(start, other)]
}

/** Whether any piece of a line lies in a rectangle: what is left of the piece between its four sides. */
export function crosses(line: FrameLine, { x, y, width, height }: Box): boolean {
  return line.slice(1).some((end, at) => {
    const start = line[at]!
    let [from, to] = [0, 1]
    for (const [offset, step, half] of [
      [start.x - x, end.x - start.x, width / 2],
      [start.y - y, end.y - start.y, height / 2],
    ] as const) {
      if (step === 0) {
        if (Math.abs(offset) >= half) return false
        continue
      }
      const [one, other] = [(-half - offset) / step, (half - offset) / step]
      from = Math.max(from, Math.min(one, other))
      to = Math.min(to, Math.max(one, other))
    }
    return from < to
  })
}

/** Whether two rectangles have an area in common. */
export function overlap(one: Box, other: Box): boolean {
  return (
    Math.abs(one.x - other.x) * 2 < one.width + other.width - 1e-9 &&
    Math.abs(one.y - other.y) * 2 < one.height + other.height - 1e-9
  )
}
