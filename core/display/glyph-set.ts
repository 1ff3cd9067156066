import type { GlyphShapes } from '../plan'
import { drawnGlyphs, placeholder } from './glyphs'
import { ownSet } from './own-set'

/** A set of glyphs: signs drawn on cells of one size. */
export interface GlyphSet {
  name: string
  /** Pixels of a cell. */
  width: number
  height: number
  /** How many glyphs the receiver of it holds: 256 or 512. */
  size: number
  /** Rows of each sign from the top; the highest of `width` bits is the leftmost pixel. */
  glyphs: ReadonlyMap<string, readonly number[]>
}

const digitsOf = (width: number) => Math.ceil(width / 4)

/** Rows as hexadecimal digits, so many a row as its pixels take. */
export function shapeText(rows: readonly number[], width: number): string {
  return rows.map((row) => row.toString(16).padStart(digitsOf(width), '0')).join('')
}

/** Rows from their hexadecimal digits. @throws RangeError when they are not as many as the cell has */
export function shapeRows(text: string, width: number, height: number): number[] {
  const digits = digitsOf(width)
  if (text.length !== digits * height) throw new RangeError(`${text.length} digits for ${height} rows of ${digits}`)
  const limit = 2 ** width
  return Array.from({ length: height }, (_, at) => Number.parseInt(text.slice(at * digits, (at + 1) * digits), 16) % limit)
}

const own = { name: 'Ypodoma', width: 12, height: 18 } as const

/** The product's own set as a receiver of 256 or 512 glyphs holds it. */
export const ownGlyphs = (size: number): GlyphSet => (size >= 512 ? own512 : own256)

function make(size: number): GlyphSet {
  const held = Object.entries(ownSet).filter(([sign]) => size >= 512 || !drawnGlyphs[sign]?.large)
  return { ...own, size, glyphs: new Map(held.map(([sign, text]) => [sign, shapeRows(text, own.width, own.height)])) }
}
const own256 = make(256)
const own512 = make(512)

/** A set as a plan keeps it. @throws RangeError where a shape has not the size of a cell */
export function setOfShapes({ name, width, height, size, shapes }: GlyphShapes): GlyphSet {
  const glyphs = Object.entries(shapes).map(([code, text]): [string, number[]] => [
    String.fromCodePoint(Number.parseInt(code, 16)),
    shapeRows(text, width, height),
  ])
  return { name, width, height, size, glyphs: new Map(glyphs) }
}

/** A set as a plan keeps it: shapes by the code points of their signs. */
export function shapesOfSet({ name, width, height, size, glyphs }: GlyphSet): GlyphShapes {
  const shapes = [...glyphs].map(([sign, rows]) => [sign.codePointAt(0)!.toString(16), shapeText(rows, width)])
  return { name, width, height, size, shapes: Object.fromEntries(shapes) as Record<string, string> }
}

/** Whether a set has a glyph for a sign; a blank needs none. */
export const hasGlyph = (sign: string, { glyphs }: GlyphSet) => sign === ' ' || glyphs.has(sign)

/** The rows that are drawn for a sign: a placeholder where the set has none, an empty frame where it has not even that. */
export function rowsOf(sign: string, { glyphs, width, height }: GlyphSet): readonly number[] {
  const known = glyphs.get(sign) ?? glyphs.get(placeholder)
  if (known) return known
  const full = 2 ** width - 1
  return Array.from({ length: height }, (_, at) => (at === 0 || at === height - 1 ? full : (full + 1) / 2 + 1))
}

/** Pixels around the ink, within the cell: drawn dark so that a sign is read on any picture. */
export function edgeOf(rows: readonly number[], width: number): number[] {
  const full = 2 ** width - 1
  const wide = rows.map((row) => (row | (row << 1) | (row >> 1)) & full)
  return rows.map((row, at) => ((wide[at - 1] ?? 0) | wide[at]! | (wide[at + 1] ?? 0)) & ~row & full)
}

/** The path of an SVG that fills the pixels of rows, one run a piece. */
export function pathOf(rows: readonly number[], width: number): string {
  return rows
    .flatMap((row, y) => {
      const runs: string[] = []
      for (let x = 0; x < width; x += 1) {
        if (!((row >> (width - 1 - x)) & 1)) continue
        const from = x
        while (x < width && (row >> (width - 1 - x)) & 1) x += 1
        runs.push(`M${from} ${y}h${x - from}v1h${from - x}z`)
      }
      return runs
    })
    .join('')
}

const paths = new WeakMap<readonly number[], { ink: string; edge: string }>()

/** Ink and edge of a sign as paths of an SVG, in pixels of the cell. */
export function glyphPaths(sign: string, set: GlyphSet): { ink: string; edge: string } {
  const rows = rowsOf(sign, set)
  const known = paths.get(rows)
  if (known) return known
  const made = { ink: pathOf(rows, set.width), edge: pathOf(edgeOf(rows, set.width), set.width) }
  paths.set(rows, made)
  return made
}
