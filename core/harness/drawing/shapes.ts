import { classPictures, pictureSize } from '../../catalogue'
import { wireColours } from '../../units'
import { badgeWords } from './blocks'
import {
  letters,
  lineWidth,
  type DrawnBoard,
  type DrawnBox,
  type DrawnPad,
  type DrawnTerminal,
  type DrawnWire,
  type Point,
} from './model'

/** What a shape is in the drawing: who draws it gives it its look by this. */
export type ShapeRole =
  | 'board'
  | 'hole'
  | 'gap'
  | 'break'
  | 'board-name'
  | 'board-note'
  | 'edge'
  | 'core'
  | 'code'
  | 'pad'
  | 'letter'
  | 'pad-label'
  | 'box'
  | 'title'
  | 'model'
  | 'dot'
  | 'terminal'
  | 'badge'
  | 'picture'

/** A shape of the harness drawing, where it stands; the same on the screen, in files and on paper. */
export type DrawnShape = { role: ShapeRole } & (
  | { as: 'rect'; x: number; y: number; width: number; height: number; rx: number }
  | { as: 'circle'; cx: number; cy: number; r: number }
  | { as: 'line'; points: string; width: number; colour?: string }
  | { as: 'path'; d: string; x: number; y: number; scale: number }
  | { as: 'text'; x: number; y: number; anchor: 'start' | 'middle' | 'end'; words: string; turned?: boolean }
)

const text = (
  role: ShapeRole,
  { x, y }: Point,
  words: string,
  anchor: 'start' | 'middle' | 'end' = 'start',
  turned?: boolean,
): DrawnShape => ({ as: 'text', role, x, y, anchor, words, turned })

/** The board without its pads. */
export function boardShapes({ x, y, width, height, radius, title, subtitle, holes, breaks }: DrawnBoard): DrawnShape[] {
  const middle = { x: x + width / 2, y: y + height / 2 }
  return [
    { as: 'rect', role: 'board', x, y, width, height, rx: radius },
    ...breaks.flatMap((each) => breakShapes({ x, y, width, height }, each)),
    ...holes.map((hole): DrawnShape => ({ as: 'circle', role: 'hole', cx: x + hole.x, cy: y + hole.y, r: hole.radius })),
    text('board-name', middle, title, 'middle'),
    text('board-note', { ...middle, y: middle.y + 16 }, subtitle, 'middle'),
  ]
}

/** A stretch that stands for what is left out: empty, between two lines in zigzag. */
function breakShapes(
  { x, y, width, height }: Pick<DrawnBoard, 'x' | 'y' | 'width' | 'height'>,
  { axis, from, width: wide }: DrawnBoard['breaks'][number],
): DrawnShape[] {
  const length = axis === 'x' ? height : width
  const count = Math.max(2, 2 * Math.round(length / 24))
  const zigzag = (at: number): DrawnShape => ({
    as: 'line',
    role: 'break',
    width: 1,
    points: Array.from({ length: count + 1 }, (_, step) => {
      const [along, off] = [(step * length) / count, at + (step % 2 ? 3 : -3)]
      return axis === 'x' ? `${x + off},${y + along}` : `${x + along},${y + off}`
    }).join(' '),
  })
  const band =
    axis === 'x'
      ? { x: x + from, y: y - 2, width: wide, height: height + 4 }
      : { x: x - 2, y: y + from, width: width + 4, height: wide }
  return [{ as: 'rect', role: 'gap', ...band, rx: 0 }, zigzag(from), zigzag(from + wide)]
}

/** A wire's line in its colour, with an edge, and what is written at it. */
export function wireShapes({ wire, points, label }: DrawnWire): DrawnShape[] {
  const line = points.map(({ x, y }) => `${x},${y}`).join(' ')
  const width = lineWidth(wire.gauge)
  return [
    { as: 'line', role: 'edge', points: line, width: width + 1.2 },
    { as: 'line', role: 'core', points: line, width, colour: wireColours[wire.colour].hex },
    text('code', { x: label.x, y: label.y - 2 - width / 2 }, `${wire.number} ${wire.colour} ${wire.gauge}`, 'middle'),
  ]
}

/** Length of a pad's side. */
export const padSize = 12

/** Where the label of a pad stands; above and below it is turned. */
export function padLabel({ x, y }: Point, size: number, side: DrawnPad['anchor'], label: string): DrawnShape & { as: 'text' } {
  const gap = size / 2 + 3
  const turned = side === 'above' || side === 'below'
  const anchor = side === 'right' || side === 'above' ? 'start' : 'end'
  const at = turned ? { x: x + 3, y: y + (side === 'below' ? gap : -gap) } : { x: x + (side === 'right' ? gap : -gap), y: y + 3 }
  return { as: 'text', role: 'pad-label', ...at, anchor, words: label, turned }
}

/** A device: its box with name and model, and its terminals, with what is told at those of a layer that is off. */
export function boxShapes(box: DrawnBox): DrawnShape[] {
  const { x, y, width, height, title, subtitle, terminals, picture } = box
  // Where name and picture have no room together, the name stands alone.
  const kind = picture && title.length * letters.name + pictureRoom < width - 12 ? picture : undefined
  const before = kind ? pictureRoom : 0
  return [
    { as: 'rect', role: 'box', x, y, width, height, rx: 3 },
    ...(kind
      ? [{ as: 'path', role: 'picture', d: classPictures[kind], x: x + 5, y: y + 3, scale: 12 / pictureSize } as DrawnShape]
      : []),
    text('title', { x: x + 8 + before, y: y + 13 }, title),
    ...(fits(title, subtitle, width - before) ? [text('model', { x: x + width - 6, y: y + 13 }, subtitle, 'end')] : []),
    ...terminals.flatMap((terminal) => terminalShapes(box, terminal)),
  ]
}

/** A device with what is told beside it, so that a pointer finds both as one. */
export function boxReach({ x, y, width, height, terminals }: DrawnBox): Record<'x' | 'y' | 'width' | 'height', number> {
  const signs = terminals.map(({ badge }) => (badge ? badgeWords(badge).length : 0))
  const beside = Math.max(0, ...signs) && 7 + Math.ceil(Math.max(...signs) * letters.small)
  const isLeft = terminals.some((terminal) => terminal.badge && terminal.x === x)
  return { x: isLeft ? x - beside : x, y, width: width + beside, height }
}

/** Width that a picture takes beside a name. */
const pictureRoom = 13

/** Whether name and model have room side by side; the model gives way. */
const fits = (title: string, subtitle: string, width: number) =>
  title.length * letters.name + subtitle.length * letters.model < width - 18

function terminalShapes(box: DrawnBox, { x, y, label, badge }: DrawnTerminal): DrawnShape[] {
  const atLeft = x === box.x
  const shapes: DrawnShape[] = [
    { as: 'circle', role: 'dot', cx: x, cy: y, r: 2.5 },
    text('terminal', { x: x + (atLeft ? 6 : -6), y: y + 4 }, label, atLeft ? 'start' : 'end'),
  ]
  if (badge) shapes.push(text('badge', { x: x + (atLeft ? -7 : 7), y: y + 4 }, badgeWords(badge), atLeft ? 'end' : 'start'))
  return shapes
}
