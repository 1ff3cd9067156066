import type { LedNeed } from '../catalogue'
import type { FittedNeed, LightPiece, LightStrip, Lights, Plan, ResolvedPlan } from '../plan'

/** One light: its number along the data, where it is, in mm from the middle of the craft, and where it looks. */
export interface LightAt {
  number: number
  piece: number
  x: number
  y: number
  facing: LightPiece['facing']
}

/** A lead from the last light of one piece to the first of the next, in mm. */
export interface LightJoin {
  from: number
  to: number
  length: number
}

/** A strip of the build as it is laid out. */
export interface LaidStrip {
  need: FittedNeed & { need: LedNeed }
  strip: LightStrip
  lights: LightAt[]
  joins: LightJoin[]
}

/** How strips usually lie, as long as they are: around the middle of a copter, along the wings of a plane; to the front, right, back and left. */
export function usualStrip({ craft }: Pick<Plan, 'craft'>, { leds, pitch }: Pick<LedNeed, 'leds' | 'pitch'>): LightStrip {
  const reach = Math.round(craft.outline === 'wing' ? 40 + (leds * pitch) / 2 : (leds * pitch) / 8)
  const row = (from: [number, number], to: [number, number], facing: number) => ({
    from: { x: from[0], y: from[1] },
    to: { x: to[0], y: to[1] },
    facing,
  })
  const rows =
    craft.outline === 'wing'
      ? [row([-reach, 0], [-40, 0], 180), row([40, 0], [reach, 0], 180)]
      : [
          row([-reach, reach], [reach, reach], 0),
          row([reach, reach], [reach, -reach], 90),
          row([reach, -reach], [-reach, -reach], 180),
          row([-reach, -reach], [-reach, reach], 270),
        ]
  const used = rows.slice(0, leds)
  const each = Math.floor(leds / used.length)
  const pieces = used.map((piece, at) => ({ ...piece, lights: each + (at < leds % used.length ? 1 : 0) }))
  return { pieces, limit: 1 }
}

/** The lights of a strip one by one: evenly along each piece, each in the middle of its share. */
export function lightsAt({ pieces }: LightStrip): LightAt[] {
  let number = 0
  return pieces.flatMap(({ lights, from, to, facing }, piece) =>
    Array.from({ length: lights }, (_, at): LightAt => {
      const share = (at + 0.5) / lights
      number += 1
      return { number, piece, x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y), facing }
    }),
  )
}

function joinsOf(lights: LightAt[]): LightJoin[] {
  return lights.slice(1).flatMap((light, at) => {
    const before = lights[at]!
    return light.piece === before.piece
      ? []
      : [{ from: before.number, to: light.number, length: Math.round(Math.hypot(light.x - before.x, light.y - before.y)) }]
  })
}

/** All strips of the build, as they are laid out or as they usually lie. */
export function stripsOf({ needs, plan }: ResolvedPlan): LaidStrip[] {
  return needs.flatMap((need): LaidStrip[] => {
    const own = need.need
    if (own.kind !== 'led-data') return []
    const strip = plan.lights.strips[need.key] ?? usualStrip(plan, own)
    const lights = lightsAt(strip)
    return [{ need: { ...need, need: own }, strip, lights, joins: joinsOf(lights) }]
  })
}

/** The same piece with its data running the other way. */
export const turned = ({ from, to, ...rest }: LightPiece): LightPiece => ({ ...rest, from: to, to: from })

/** A strip with one of its pieces in two, joined by a lead. @param at its place among the pieces; of one light it stays whole */
export function partedPiece(strip: LightStrip, at: number): LightStrip {
  const piece = strip.pieces[at]!
  if (piece.lights < 2) return strip
  const first = Math.ceil(piece.lights / 2)
  const on = (axis: 'x' | 'y') => Math.round(piece.from[axis] + (first / piece.lights) * (piece.to[axis] - piece.from[axis]))
  const middle = { x: on('x'), y: on('y') }
  const halves = [
    { ...piece, lights: first, to: middle },
    { ...piece, lights: piece.lights - first, from: middle },
  ]
  return { ...strip, pieces: strip.pieces.toSpliced(at, 1, ...halves) }
}

/** A strip with a piece and the one behind it as one, from the beginning of the first to the end of the other. */
export function joinedPieces(strip: LightStrip, at: number): LightStrip {
  const [one, other] = [strip.pieces[at]!, strip.pieces[at + 1]!]
  return { ...strip, pieces: strip.pieces.toSpliced(at, 2, { ...one, lights: one.lights + other.lights, to: other.to }) }
}

/** The first lights of a strip that no segment has yet, as far as they are side by side; the whole strip where all are taken. */
export function unusedStretch({ segments }: Lights, { need }: Pick<LaidStrip, 'need'>): { first: number; last: number } {
  const own = Object.values(segments).filter((segment) => segment.need === need.key)
  const isTaken = (light: number) => own.some(({ first, last }) => light >= first && light <= last)
  const { leds } = need.need
  let first = 1
  while (first <= leds && isTaken(first)) first += 1
  if (first > leds) return { first: 1, last: leds }
  let last = first
  while (last < leds && !isTaken(last + 1)) last += 1
  return { first, last }
}
