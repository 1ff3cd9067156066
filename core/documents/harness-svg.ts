import {
  lineWidth,
  plainMark,
  type DrawnBoard,
  type DrawnBox,
  type DrawnPad,
  type DrawnTerminal,
  type HarnessDrawing,
} from '../harness'
import { wireColours } from '../units'

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
/** Text within XML 1.0: what it cannot hold is left out. */
export const escapeXml = (text: string) =>
  text.replace(/[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/gu, '').replace(/[&<>"]/g, (sign) => escapes[sign]!)
const ink = '#1b2a3a'

export interface SvgOptions {
  /** `@font-face` rules with the fonts as data, so that the drawing looks the same everywhere. */
  fontFaces?: string
  /** Lines in black alone; the letter codes tell the colours. */
  blackAndWhite?: boolean
  /** Wires and boxes that stand out, by id; all others are pale. */
  only?: Set<string>
}

/** The harness drawing as a self-contained SVG, with text as text; readable in black and white by its letter codes. */
export function harnessSvg(
  drawing: HarnessDrawing,
  title: string,
  { fontFaces = '', blackAndWhite = false, only }: SvgOptions = {},
): string {
  const { width, height, board } = drawing
  const pale = (id: string) => (only && !only.has(id) ? ' opacity="0.2"' : '')
  const parts = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="'Atkinson Hyperlegible', sans-serif" font-size="12">`,
    `<title>${escapeXml(title)}</title>`,
    fontFaces ? `<style>${fontFaces}</style>` : '',
    `<rect width="${width}" height="${height}" fill="#ffffff"/>`,
    boardShape(board),
    ...drawing.wires.map(({ wire, points, label }) => {
      const line = points.map(({ x, y }) => `${x},${y}`).join(' ')
      const colour = blackAndWhite ? ink : wireColours[wire.colour].hex
      return [
        `<g data-wire="${escapeXml(wire.id)}"${pale(wire.id)}>`,
        `<polyline points="${line}" fill="none" stroke="${ink}" stroke-width="${lineWidth(wire.gauge) + 1.2}" stroke-linejoin="round"/>`,
        `<polyline points="${line}" fill="none" stroke="${colour}" stroke-width="${lineWidth(wire.gauge)}" stroke-linejoin="round"/>`,
        text(label.x, label.y - 3, `${wire.number} ${wire.colour} ${wire.gauge}`, 'middle', 9),
        `</g>`,
      ].join('')
    }),
    ...board.pads.map((pad) => padShape(board, pad)),
    ...drawing.devices.map((drawn) => box(drawn, pale(drawn.id))),
    '</svg>',
  ]
  return parts.filter(Boolean).join('\n') + '\n'
}

function text(x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end', size = 12, weight = 400): string {
  return `<text x="${x}" y="${y}" text-anchor="${anchor}" font-size="${size}" font-weight="${weight}" fill="${ink}">${escapeXml(words)}</text>`
}

function boardShape({ x, y, width, height, radius, title, subtitle, holes }: DrawnBoard): string {
  return [
    `<g data-box="board"><rect x="${x}" y="${y}" width="${width}" height="${height}" rx="${radius}" fill="#faf8f3" stroke="${ink}" stroke-width="1.5"/>`,
    ...holes.map((hole) => `<circle cx="${x + hole.x}" cy="${y + hole.y}" r="${hole.radius}" fill="#ffffff" stroke="${ink}"/>`),
    text(x + width / 2, y + height / 2, title, 'middle', 14, 700),
    text(x + width / 2, y + height / 2 + 16, subtitle, 'middle', 11),
    '</g>',
  ].join('')
}

function padShape(board: DrawnBoard, pad: DrawnPad): string {
  const [x, y] = [board.x + pad.x, board.y + pad.y]
  const letter = plainMark(pad.kind)?.letter
  const dash = pad.under ? ' stroke-dasharray="2 1.5"' : ''
  const fill = pad.used ? '#d9e6e4' : '#ffffff'
  return [
    `<rect x="${x - 6}" y="${y - 6}" width="12" height="12" rx="${pad.kind === 'ground' ? 6 : 2}" fill="${fill}" stroke="${ink}"${dash}/>`,
    letter ? text(x, y + 4, letter, 'middle', 11, 700) : '',
    padLabel(pad, x, y),
  ].join('')
}

function padLabel({ anchor, label }: DrawnPad, x: number, y: number): string {
  if (anchor === 'right') return text(x + 9, y + 3, label, 'start', 9)
  if (anchor === 'left') return text(x - 9, y + 3, label, 'end', 9)
  const down = anchor === 'below'
  const at = `translate(${x + 3},${y + (down ? 9 : -9)}) rotate(-90)`
  return `<g transform="${at}">${text(0, 0, label, down ? 'end' : 'start', 9)}</g>`
}

function box(drawn: DrawnBox, pale: string): string {
  const { x, y, width, height, title, subtitle } = drawn
  return [
    `<g data-box="${escapeXml(drawn.id)}"${pale}>`,
    `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="3" fill="#faf8f3" stroke="${ink}"/>`,
    text(x + 8, y + 13, title, 'start', 12, 700),
    fits(title, subtitle, width) ? text(x + width - 6, y + 13, subtitle, 'end', 9) : '',
    ...drawn.terminals.map((terminal) => terminalText(drawn, terminal)),
    '</g>',
  ].join('')
}

/** Whether name and model have room side by side; the model gives way. */
const fits = (title: string, subtitle: string, width: number) => title.length * 7.1 + subtitle.length * 5 < width - 18

function terminalText(drawn: DrawnBox, terminal: DrawnTerminal): string {
  const atLeft = terminal.x === drawn.x
  const label = text(terminal.x + (atLeft ? 6 : -6), terminal.y + 4, terminal.label, atLeft ? 'start' : 'end', 10.5)
  const dot = `<circle cx="${terminal.x}" cy="${terminal.y}" r="2.5" fill="${ink}"/>`
  if (!terminal.badge) return dot + label
  const words = `${terminal.badge.colour} ${terminal.badge.text}`
  return dot + label + text(terminal.x + (atLeft ? -7 : 7), terminal.y + 4, words, atLeft ? 'end' : 'start', 9.5)
}
