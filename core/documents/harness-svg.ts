import type { DrawnBox, DrawnTerminal, HarnessDrawing } from '../harness'
import { wireColours } from '../units'

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const esc = (text: string) => text.replace(/[&<>"]/g, (sign) => escapes[sign]!)

/** The harness drawing as a self-contained SVG, with text as text; readable in black and white by its letter codes. */
export function harnessSvg(drawing: HarnessDrawing, title: string): string {
  const { width, height } = drawing
  const parts = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="'Atkinson Hyperlegible', sans-serif" font-size="12">`,
    `<title>${esc(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="#ffffff"/>`,
    ...drawing.wires.map(({ wire, points, label }) => {
      const line = points.map(({ x, y }) => `${x},${y}`).join(' ')
      const colour = wireColours[wire.colour].hex
      return [
        `<g data-wire="${esc(wire.id)}">`,
        `<polyline points="${line}" fill="none" stroke="#1b2a3a" stroke-width="3.2" stroke-linejoin="round"/>`,
        `<polyline points="${line}" fill="none" stroke="${colour}" stroke-width="2" stroke-linejoin="round"/>`,
        text(label.x, label.y - 4, `${wire.number} ${wire.colour} ${wire.gauge}`, 'middle', 10),
        `</g>`,
      ].join('')
    }),
    ...[drawing.board, ...drawing.devices].map(box),
    '</svg>',
  ]
  return parts.join('\n') + '\n'
}

function text(x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end', size = 12, weight = 400): string {
  return `<text x="${x}" y="${y}" text-anchor="${anchor}" font-size="${size}" font-weight="${weight}" fill="#1b2a3a">${esc(words)}</text>`
}

function box(drawn: DrawnBox): string {
  const { x, y, width, height, title, subtitle } = drawn
  return [
    `<g data-box="${esc(drawn.id)}">`,
    `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="3" fill="#faf8f3" stroke="#1b2a3a"/>`,
    text(x + 8, y + 16, title, 'start', 12.5, 700),
    text(x + width - 8, y + 16, subtitle, 'end', 10),
    ...drawn.terminals.map((terminal) => terminalText(drawn, terminal)),
    '</g>',
  ].join('')
}

function terminalText(drawn: DrawnBox, terminal: DrawnTerminal): string {
  const atLeft = terminal.x === drawn.x
  const label = text(terminal.x + (atLeft ? 6 : -6), terminal.y + 4, terminal.label, atLeft ? 'start' : 'end', 11)
  const dot = `<circle cx="${terminal.x}" cy="${terminal.y}" r="2.5" fill="#1b2a3a"/>`
  if (!terminal.badge) return dot + label
  const badge = text(
    terminal.x + (atLeft ? -8 : 8),
    terminal.y + 4,
    `${terminal.badge.colour} ${terminal.badge.text}`,
    atLeft ? 'end' : 'start',
    10,
  )
  return dot + label + badge
}
