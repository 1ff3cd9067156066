import { limits, type BoardDefinition, type BoardSide } from '../catalogue'
import { InputError } from '../schema'
import { chained, isQuad, mapOnto, mapped, type PlaneMap, type Point, type Quad } from './homography'

type Outline = BoardDefinition['outline']
export interface Extent {
  width: number
  height: number
}

/** Distances between the centres of mounting holes that are usual, in mm. */
export const holePatterns: readonly Extent[] = [30.5, 25.5, 20, 16].map((each) => ({ width: each, height: each }))

/** What of a picture lies where: places in pixels of the picture, as it is seen. */
export type Marks =
  /** The board's four corners, from the top left one clockwise, and how large it is. */
  | { by: 'corners'; four: Quad; size: Extent }
  /** Four mounting holes, from the top left one clockwise, how far apart they are, and two opposite corners of the board. */
  | { by: 'holes'; four: Quad; apart: Extent; box?: readonly [Point, Point] }
  /** Two places a known distance apart on a picture that is straight, and two opposite corners of the board. */
  | { by: 'distance'; two: readonly [Point, Point]; apart: number; box: readonly [Point, Point] }

/** A picture on a board: where its pixels lie in mm from the top left corner as that side is seen, and the outline it tells. */
export interface Laying {
  onBoard: PlaneMap
  outline: Outline
}

const round = (figure: number) => Math.round(figure * 10) / 10

/**
 * Where a picture lies on a board, by what is marked in it. The bottom is as it is seen from below; a board that has an outline
 * by its top keeps it, and the bottom is lined up by its holes, or by its corners.
 * @throws InputError naming the mark that cannot be
 */
export function layingOf(marks: Marks, before: Outline, side: BoardSide): Laying {
  const { sketch: _, ...outline } = before
  if (marks.by === 'distance') return byDistance(marks, outline)
  if (!isQuad(marks.four))
    throw wrong('marks', 'the four marks do not go round: put them from the top left one clockwise, none in line with two others')
  if (marks.by === 'corners') {
    const { width, height } = checked(marks.size)
    return { onBoard: mapOnto(marks.four, corners({ width, height })), outline: { ...outline, width, height } }
  }
  return byHoles(marks, outline, side)
}

function byHoles({ four, apart, box }: Extract<Marks, { by: 'holes' }>, outline: Outline, side: BoardSide): Laying {
  const onHoles = mapOnto(four, corners(checked(apart)))
  if (box) return inBox(onHoles, box, { ...outline, holes: holesAt({ x: 0, y: 0 }, apart, diameterOf(outline)) })
  const there = firstHole(outline, apart, side)
  return { onBoard: chained(onHoles, moved(there)), outline: { ...outline, holes: holesOf(outline, apart) } }
}

/** Of a straight picture; nearly level or upright lines between the two places are taken for exactly so. */
function byDistance({ two: [one, other], apart, box }: Extract<Marks, { by: 'distance' }>, outline: Outline): Laying {
  const [across, down] = [other.x - one.x, other.y - one.y]
  const pixels = Math.hypot(across, down)
  if (!(apart > 0) || apart > limits.board) throw wrong('distance', `${apart} mm; expected up to ${limits.board}`)
  if (pixels < 2) throw wrong('marks', 'the two marks lie at one place')
  const angle = Math.atan2(down, across)
  const quarter = Math.round(angle / (Math.PI / 2)) * (Math.PI / 2)
  const lean = Math.abs(angle - quarter) < Math.PI / 18 ? angle - quarter : 0
  const [scale, cos, sin] = [apart / pixels, Math.cos(-lean), Math.sin(-lean)]
  return inBox([scale * cos, -scale * sin, 0, scale * sin, scale * cos, 0, 0, 0, 1], box, outline)
}

/** The outline between two opposite corners; what is known in the units of the map moves with it. */
function inBox(map: PlaneMap, box: readonly [Point, Point], outline: Outline): Laying {
  const [one, other] = [mapped(map, box[0]), mapped(map, box[1])]
  const start = { x: Math.min(one.x, other.x), y: Math.min(one.y, other.y) }
  const { width, height } = checked({ width: round(Math.abs(one.x - other.x)), height: round(Math.abs(one.y - other.y)) })
  const holes = outline.holes.map((hole) => ({ ...hole, x: round(hole.x - start.x), y: round(hole.y - start.y) }))
  const onBoard = chained(map, moved({ x: -start.x, y: -start.y }))
  return { onBoard, outline: { ...outline, width, height, holes } }
}

/** Where the hole lies that is at the top left as a side is seen: of the holes that are there, else of a pattern in the middle. */
function firstHole(outline: Outline, apart: Extent, side: BoardSide): Point {
  const holes = holesOf(outline, apart)
  const xs = holes.map(({ x }) => (side === 'top' ? x : outline.width - x))
  return { x: Math.min(...xs), y: Math.min(...holes.map(({ y }) => y)) }
}

/** Four holes of this pattern that a board has, or would have in its middle. */
function holesOf(outline: Outline, apart: Extent): Outline['holes'] {
  const near = (one: number, other: number) => Math.abs(one - other) <= 0.6
  const { holes, width, height } = outline
  const [xs, ys] = [holes.map(({ x }) => x), holes.map(({ y }) => y)]
  const isThere =
    holes.length === 4 &&
    near(Math.max(...xs) - Math.min(...xs), apart.width) &&
    near(Math.max(...ys) - Math.min(...ys), apart.height)
  if (isThere) return holes
  const start = { x: round((width - apart.width) / 2), y: round((height - apart.height) / 2) }
  return holesAt(start, apart, diameterOf(outline))
}

const diameterOf = ({ holes }: Outline) => holes[0]?.diameter ?? 3

const holesAt = ({ x, y }: Point, { width, height }: Extent, diameter: number): Outline['holes'] => [
  { x, y, diameter },
  { x: round(x + width), y, diameter },
  { x, y: round(y + height), diameter },
  { x: round(x + width), y: round(y + height), diameter },
]

const corners = ({ width, height }: Extent): Quad => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
]
const moved = ({ x, y }: Point): PlaneMap => [1, 0, x, 0, 1, y, 0, 0, 1]

function checked({ width, height }: Extent): Extent {
  for (const [name, figure] of [
    ['width', width],
    ['height', height],
  ] as const)
    if (!(figure >= 1) || figure > limits.board) throw wrong(name, `${figure} mm; expected 1 to ${limits.board}`)
  return { width, height }
}

const wrong = (place: string, message: string) => new InputError([{ place, message }])
