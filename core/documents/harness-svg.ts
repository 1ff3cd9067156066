import { wireColours } from '../units'
import {
  boardShapes,
  boxShapes,
  padLabel,
  padSize,
  plainMark,
  smallestText,
  wireShapes,
  type DrawnBoard,
  type DrawnPad,
  type DrawnShape,
  type HarnessDrawing,
  type ShapeRole,
} from '../harness'

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
/** Text within XML 1.0: what it cannot hold is left out. */
export const escapeXml = (text: string) =>
  text.replace(/[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/gu, '').replace(/[&<>"]/g, (sign) => escapes[sign]!)
const ink = '#1b2a3a'
const paper = '#ffffff'
const ground = '#faf8f3'

/** Pale wires in black and white: white ones are hollow, grey ones banded; all others are black. */
const inBlack: Record<string, [stroke: string, dashes?: string]> = {
  [wireColours.WH.hex]: [paper],
  [wireColours.GY.hex]: [paper, '7 3'],
}

export interface SvgOptions {
  /** `@font-face` rules with the fonts as data, so that the drawing looks the same everywhere. */
  fontFaces?: string
  /** Lines in black alone; the letter codes tell the colours. */
  blackAndWhite?: boolean
  /** Wires and boxes that stand out, by id; all others are pale. */
  only?: Set<string>
}

/** Sizes and weights of texts. */
const letters: Partial<Record<ShapeRole, { size: number; weight?: number }>> = {
  'board-name': { size: 14, weight: 700 },
  'board-note': { size: 11 },
  code: { size: smallestText },
  letter: { size: 11, weight: 700 },
  'pad-label': { size: smallestText },
  title: { size: 12, weight: 700 },
  model: { size: smallestText },
  terminal: { size: smallestText },
  badge: { size: smallestText },
}

/** Surfaces of rectangles and circles. */
const surfaces: Partial<Record<ShapeRole, string>> = {
  board: `fill="${ground}" stroke="${ink}" stroke-width="1.5"`,
  gap: `fill="${paper}"`,
  hole: `fill="${paper}" stroke="${ink}"`,
  box: `fill="${ground}" stroke="${ink}"`,
  dot: `fill="${ink}"`,
}

/** The harness drawing as a self-contained SVG, with text as text; readable in black and white by its letter codes. */
export function harnessSvg(
  drawing: HarnessDrawing,
  title: string,
  { fontFaces = '', blackAndWhite = false, only }: SvgOptions = {},
): string {
  const { width, height, board } = drawing
  const pale = (id: string) => (only && !only.has(id) ? ' opacity="0.2"' : '')
  const drawn = (shapes: DrawnShape[]) => shapes.map((shape) => element(shape, blackAndWhite)).join('')
  const parts = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="'Atkinson Hyperlegible', sans-serif" font-size="12">`,
    `<title>${escapeXml(title)}</title>`,
    fontFaces ? `<style>${fontFaces}</style>` : '',
    `<rect width="${width}" height="${height}" fill="${paper}"/>`,
    `<g data-box="board">${drawn(boardShapes(board))}</g>`,
    ...drawing.wires.map(
      (each) => `<g data-wire="${escapeXml(each.wire.id)}"${pale(each.wire.id)}>${drawn(wireShapes(each))}</g>`,
    ),
    ...board.pads.map((pad) => padElement(board, pad)),
    ...drawing.devices.map((box) => `<g data-box="${escapeXml(box.id)}"${pale(box.id)}>${drawn(boxShapes(box))}</g>`),
    '</svg>',
  ]
  return parts.filter(Boolean).join('\n') + '\n'
}

function element(shape: DrawnShape, blackAndWhite: boolean): string {
  const { role } = shape
  if (shape.as === 'text') return textElement(shape)
  if (shape.as === 'circle') return `<circle cx="${shape.cx}" cy="${shape.cy}" r="${shape.r}" ${surfaces[role]}/>`
  if (shape.as === 'rect') {
    const { x, y, width, height, rx } = shape
    return `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="${rx}" ${surfaces[role]}/>`
  }
  if (shape.as === 'path')
    return `<path d="${shape.d}" transform="translate(${shape.x},${shape.y}) scale(${shape.scale})" fill="none" stroke="${ink}" stroke-width="1.2" stroke-linejoin="round"/>`
  const { colour = ink } = shape
  const [stroke, dashes] = blackAndWhite ? (inBlack[colour] ?? [ink]) : [colour]
  return `<polyline points="${shape.points}" fill="none" stroke="${stroke}" stroke-width="${shape.width}" stroke-linejoin="round"${dashes ? ` stroke-dasharray="${dashes}"` : ''}/>`
}

function textElement({ role, x, y, anchor, words, turned }: DrawnShape & { as: 'text' }): string {
  const { size, weight = 400 } = letters[role]!
  const [left, top] = turned ? [0, 0] : [x, y]
  const text = `<text x="${left}" y="${top}" text-anchor="${anchor}" font-size="${size}" font-weight="${weight}" fill="${ink}">${escapeXml(words)}</text>`
  return turned ? `<g transform="translate(${x},${y}) rotate(-90)">${text}</g>` : text
}

function padElement(board: DrawnBoard, pad: DrawnPad): string {
  const [x, y] = [board.x + pad.x, board.y + pad.y]
  const half = padSize / 2
  const letter = plainMark(pad.kind)?.letter
  const dash = pad.under ? ' stroke-dasharray="2 1.5"' : ''
  const fill = pad.used ? '#d9e6e4' : paper
  const box = `x="${x - half}" y="${y - half}" width="${padSize}" height="${padSize}" rx="${pad.kind === 'ground' ? half : 2}"`
  return [
    `<rect ${box} fill="${fill}" stroke="${ink}"${dash}/>`,
    letter ? textElement({ as: 'text', role: 'letter', x, y: y + 4, anchor: 'middle', words: letter }) : '',
    textElement(padLabel({ x, y }, padSize, pad.anchor, pad.label)),
  ].join('')
}
