import { frameBoxes, frameParts, motorSpots, outlineOf, runsOf, type FrameSide, type Wire } from '../harness'
import type { ResolvedPlan } from '../plan'
import { escapeXml } from './harness-svg'

const number = (value: number) => String(Number(value.toFixed(1)))

/**
 * The airframe with its parts and wire runs as SVG, from above with the front at the top, or from the right.
 * @param room width and height that it will take on paper, in points; its letters are 7 points high there
 */
export function airframeSvg(resolved: ResolvedPlan, wires: Wire[], side: FrameSide, room: [number, number]): string {
  const { craft } = resolved.plan
  const lines = side === 'top' ? outlineOf(craft) : []
  const motors = side === 'top' ? motorSpots(craft.outline, craft.size) : []
  const runs = side === 'top' ? runsOf(resolved, wires, new Map()) : []
  const drawn = [...lines, ...runs.map(({ path }) => path)].map((line) => line.map(({ x, y }) => ({ x, y: -y })))
  const boxes = frameBoxes(resolved, side)
  /** How far all of it reaches, with so much around it. */
  const reach = (around: number) => {
    const xs = [...boxes.flatMap(({ x, width }) => [x - width / 2, x + width / 2]), ...drawn.flat().map(({ x }) => x)]
    const ys = [...boxes.flatMap(({ y, height }) => [y - height / 2, y + height / 2]), ...drawn.flat().map(({ y }) => y)]
    const [left, top] = [Math.min(...xs) - around, Math.min(...ys) - around]
    return { left, top, width: Math.max(...xs) + around - left, height: Math.max(...ys) + around - top }
  }
  const near = reach(0.05 * craft.size)
  /** Millimetres of the craft for a point of the paper. */
  const unit = Math.max(near.width / room[0], near.height / room[1])
  const text = 7 * unit
  const parts = frameParts(resolved, side, { height: text * 1.15, letter: text * 0.55 }, drawn)
  const names = parts.map(({ name, label }) => ({ half: (name.length * text * 0.55) / 2, ...label }))
  const left = Math.min(near.left, ...names.map(({ x, half }) => x - half - text))
  const right = Math.max(near.left + near.width, ...names.map(({ x, half }) => x + half + text))
  const top = Math.min(near.top, ...names.map(({ y }) => y - text))
  const bottom = Math.max(near.top + near.height, ...names.map(({ y }) => y + text))
  const path = (points: { x: number; y: number }[]) => points.map(({ x, y }) => `${number(x)},${number(-y)}`).join(' ')
  const shapes = [
    ...lines.map(
      (line) =>
        `<polyline points="${path(line)}" fill="none" stroke="#8a94a0" stroke-width="${number(1.2 * unit)}" stroke-dasharray="${number(4 * unit)} ${number(2 * unit)}"/>`,
    ),
    ...motors.map(
      ({ x, y }) =>
        `<circle cx="${number(x)}" cy="${number(-y)}" r="${number(9 * unit)}" fill="none" stroke="#8a94a0" stroke-width="${number(unit)}"/>`,
    ),
    ...runs.map(
      (run) =>
        `<polyline points="${path(run.path)}" fill="none" stroke="#6d2f6b" stroke-opacity="0.7" stroke-width="${number(Math.max(run.width, 1.4 * unit))}"/>`,
    ),
    ...parts.map(
      ({ x, y, width: wide, height }) =>
        `<rect x="${number(x - wide / 2)}" y="${number(y - height / 2)}" width="${number(wide)}" height="${number(height)}" fill="#ffffff" stroke="#1b2a3a" stroke-width="${number(0.8 * unit)}"/>`,
    ),
    ...parts.flatMap(({ name, label }) => [
      ...(label.leader
        ? [
            `<path d="M${label.leader.map(({ x, y }) => `${number(x)} ${number(y)}`).join('L')}" fill="none" stroke="#52606d" stroke-width="${number(0.4 * unit)}"/>`,
          ]
        : []),
      `<text x="${number(label.x)}" y="${number(label.y + text * 0.35)}" text-anchor="middle" font-size="${number(text)}" fill="#1b2a3a">${escapeXml(name)}</text>`,
    ]),
  ]
  const [wide, high] = [right - left, bottom - top]
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${number(left)} ${number(top)} ${number(wide)} ${number(high)}" width="${number(wide / unit)}" height="${number(high / unit)}" font-family="Atkinson Hyperlegible">${shapes.join('')}</svg>`
}
