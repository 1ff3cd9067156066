import { drawnGlyphs, horizonAt, type DisplayKind } from '../display'
import type { FlightValues } from '../flight'
import { escapeXml } from './harness-svg'

/** A cell of a character display, in the units that its glyphs are drawn in. */
export const cell = { width: 12, height: 18 } as const

/** A picture that a display lies over, at the size of its grid: sky, ground, and where they meet as the craft banks. */
function sceneSvg(attitude: Pick<FlightValues, 'roll' | 'pitch'>, width: number, height: number): string {
  const reach = width + height
  const { turn, down } = horizonAt(attitude)
  return (
    `<rect width="${width}" height="${height}" fill="#6f93ad"/>` +
    `<g transform="translate(${width / 2} ${(height * down).toFixed(1)}) rotate(${turn.toFixed(1)})">` +
    `<rect x="${-reach}" y="0" width="${2 * reach}" height="${2 * reach}" fill="#5d6b46"/>` +
    `<path d="M${-reach} 0 L${-width / 3} -14 L${-width / 8} 0 Z M${width / 9} 0 L${width / 3} -20 L${reach} 0 Z" fill="#4c5a3d"/></g>`
  )
}

/** One glyph in a cell of its own: drawn, or as the letter of a font of one width. */
function glyphSvg(sign: string, x: number, y: number): string {
  const drawn = drawnGlyphs[sign]
  if (drawn) return `<path transform="translate(${x} ${y})" d="${drawn.path}"/>`
  return `<text x="${x + cell.width / 2}" y="${y + 14}">${escapeXml(sign)}</text>`
}

/** A screen of text over the picture, as a self-contained SVG at its true aspect. */
export function displaySvg(
  screen: string[][],
  { columns, rows, aspect }: DisplayKind,
  scene: Pick<FlightValues, 'roll' | 'pitch'>,
  title: string,
): string {
  const [width, height] = [columns * cell.width, rows * cell.height]
  const glyphs = screen.flatMap((row, down) =>
    row.flatMap((sign, across) => (sign === ' ' ? [] : [glyphSvg(sign, across * cell.width, down * cell.height)])),
  )
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${Math.round(720 * aspect)}" height="720" preserveAspectRatio="none">`,
    `<title>${escapeXml(title)}</title>`,
    sceneSvg(scene, width, height),
    `<g fill="#ffffff" stroke="#000000" stroke-width="2" paint-order="stroke" font-family="'Atkinson Hyperlegible Mono', monospace" font-size="15" text-anchor="middle">${glyphs.join('')}</g>`,
    '</svg>',
  ].join('\n')
}
