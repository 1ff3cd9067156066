/** A place in a picture or on a board; the unit is told beside it. */
export interface Point {
  x: number
  y: number
}

/** A projective map of the plane: nine figures, row by row, of which the last is 1 unless the map has it at infinity. */
export type PlaneMap = readonly [number, number, number, number, number, number, number, number, number]

export type Quad = readonly [Point, Point, Point, Point]

/** Where a map takes a point. */
export function mapped([a, b, c, d, e, f, g, h, i]: PlaneMap, { x, y }: Point): Point {
  const w = g * x + h * y + i
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w }
}

/** First `first`, then `second`. */
export function chained(first: PlaneMap, second: PlaneMap): PlaneMap {
  const at = (row: number, column: number) =>
    second[row * 3]! * first[column]! + second[row * 3 + 1]! * first[3 + column]! + second[row * 3 + 2]! * first[6 + column]!
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)]
}

/** The way back: the adjugate of the matrix, which undoes the map up to a common factor. */
export function undone([a, b, c, d, e, f, g, h, i]: PlaneMap): PlaneMap {
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ]
}

/**
 * The map that takes the unit square (0,0), (1,0), (1,1), (0,1) to four points.
 * Source: P. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, section 2.2.3.
 */
function fromSquare([p, q, r, s]: Quad): PlaneMap {
  const [sx, sy] = [p.x - q.x + r.x - s.x, p.y - q.y + r.y - s.y]
  const [x1, y1, x2, y2] = [q.x - r.x, q.y - r.y, s.x - r.x, s.y - r.y]
  const area = x1 * y2 - x2 * y1
  const [g, h] = [(sx * y2 - x2 * sy) / area, (x1 * sy - sx * y1) / area]
  return [q.x - p.x + g * q.x, s.x - p.x + h * s.x, p.x, q.y - p.y + g * q.y, s.y - p.y + h * s.y, p.y, g, h, 1]
}

/** The map that takes four points to four others. Of each four no three may lie in line: see `isQuad`. */
export function mapOnto(from: Quad, to: Quad): PlaneMap {
  return chained(undone(fromSquare(from)), fromSquare(to))
}

/**
 * Whether four points, in their order, go round a figure whose corners all turn the same way, and none lies nearly in line
 * with its neighbours: then it can be straightened.
 */
export function isQuad(points: Quad): boolean {
  const turns = points.map((at, index) => {
    const [next, after] = [points[(index + 1) % 4]!, points[(index + 2) % 4]!]
    const [ax, ay, bx, by] = [next.x - at.x, next.y - at.y, after.x - next.x, after.y - next.y]
    const lengths = Math.hypot(ax, ay) * Math.hypot(bx, by)
    return lengths === 0 ? 0 : (ax * by - ay * bx) / lengths
  })
  const least = 0.05
  return turns.every((turn) => turn > least) || turns.every((turn) => turn < -least)
}
