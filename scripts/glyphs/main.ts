/** Draws the product's own set of glyphs, pixel by pixel, from the shipped typeface and its drawn signs, into core/display/own-set.ts. */
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { create, type Font } from 'fontkit'
import { drawnGlyphs, placeholder } from '../../core/display/glyphs'

const cell = { width: 12, height: 18 }
/** Size of the letters, and the line that they stand on, in pixels. */
const type = { size: 17.5, baseline: 14 }

type Point = [x: number, y: number]

/** Whether a point is inside of outlines, by how often they go round it. */
function inside(contours: Point[][], x: number, y: number): boolean {
  let winding = 0
  for (const contour of contours)
    contour.forEach(([x1, y1], at) => {
      const [x2, y2] = contour[(at + 1) % contour.length]!
      if (y1 <= y === y2 <= y) return
      if (x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1)) winding += y2 > y1 ? 1 : -1
    })
  return winding !== 0
}

/** Rows of a glyph: a pixel is ink where most of it lies inside. */
function rowsOf(contours: Point[][], even = false): number[] {
  const fine = 5
  return Array.from({ length: cell.height }, (_, y) => {
    let row = 0
    for (let x = 0; x < cell.width; x += 1) {
      let hits = 0
      for (let dy = 0; dy < fine; dy += 1)
        for (let dx = 0; dx < fine; dx += 1) {
          const [px, py] = [x + (dx + 0.5) / fine, y + (dy + 0.5) / fine]
          if (even ? contours.filter((contour) => inside([contour], px, py)).length % 2 : inside(contours, px, py)) hits += 1
        }
      if (hits > fine * fine * 0.45) row |= 1 << (cell.width - 1 - x)
    }
    return row
  })
}

/** Outlines of a letter in the middle of its cell. */
function letter(font: Font, sign: string): Point[][] {
  const glyph = font.glyphForCodePoint(sign.codePointAt(0)!)
  const scale = type.size / font.unitsPerEm
  const left = (cell.width - glyph.advanceWidth * scale) / 2
  const contours: Point[][] = []
  let now: Point = [0, 0]
  const to = (x: number, y: number) => {
    now = [x, y]
    contours.at(-1)!.push([left + x * scale, type.baseline - y * scale])
  }
  for (const { command, args } of glyph.path.commands) {
    if (command === 'moveTo') {
      contours.push([])
      to(args[0]!, args[1]!)
    } else if (command === 'lineTo') to(args[0]!, args[1]!)
    else if (command === 'quadraticCurveTo' || command === 'bezierCurveTo') {
      const points: Point[] = [now]
      for (let at = 0; at < args.length; at += 2) points.push([args[at]!, args[at + 1]!])
      for (let step = 1; step <= 8; step += 1) to(...onCurve(points, step / 8))
    }
  }
  return contours
}

/** A point of a Bézier curve (de Casteljau). */
function onCurve(points: Point[], share: number): Point {
  if (points.length === 1) return points[0]!
  const next = points
    .slice(1)
    .map(([x, y], at): Point => [points[at]![0] + share * (x - points[at]![0]), points[at]![1] + share * (y - points[at]![1])])
  return onCurve(next, share)
}

/** Outlines of a drawn sign: its path has moves, lines across, down or slanted, and ends. */
function drawn(path: string): Point[][] {
  const contours: Point[][] = []
  const words = path.match(/[MLHVZ]|-?[\d.]+/g)!
  let [x, y] = [0, 0]
  for (let at = 0; at < words.length;) {
    const command = words[at]!
    at += 1
    if (command === 'Z') continue
    if (command === 'H') x = Number(words[at++])
    else if (command === 'V') y = Number(words[at++])
    else {
      x = Number(words[at++])
      y = Number(words[at++])
    }
    if (command === 'M') contours.push([])
    contours.at(-1)!.push([x, y])
  }
  return contours
}

const file = createRequire(import.meta.url).resolve(
  '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-700-normal.woff2',
)
const font = create(readFileSync(file)) as Font
const letters = [...Array.from({ length: 94 }, (_, at) => String.fromCharCode(0x21 + at)), '°']
const glyphs: Record<string, number[]> = Object.fromEntries([
  ...letters.map((sign) => [sign, rowsOf(letter(font, sign))]),
  [placeholder, rowsOf(drawn('M1 2 H11 V16 H1 Z M2 3 V15 H10 V3 Z'), true)],
  ...Object.entries(drawnGlyphs).map(([sign, { path }]) => [sign, rowsOf(drawn(path), true)]),
])
const hex = (rows: number[]) => rows.map((row) => row.toString(16).padStart(3, '0')).join('')
writeFileSync(
  'core/display/own-set.ts',
  [
    '/** Written by `npm run glyphs` from the shipped typeface and the drawn signs: three digits a row of 12 pixels, 18 rows. */',
    'export const ownSet: Readonly<Record<string, string>> = {',
    ...Object.entries(glyphs).map(([sign, rows]) => `  ${JSON.stringify(sign)}: '${hex(rows)}',`),
    '}',
    '',
  ].join('\n'),
)
console.log(`${Object.keys(glyphs).length} glyphs`)
for (const sign of ['A', 'g', '8', '⌂', '✈', '▯', placeholder]) {
  console.log(sign)
  for (const row of glyphs[sign]!) console.log(row.toString(2).padStart(12, '0').replace(/0/g, '.').replace(/1/g, '#'))
}
