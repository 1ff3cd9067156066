import type { Device } from '../catalogue'
import { boardId, type ResolvedPlan, type Spot } from '../plan'
import { wireDiameter, type Amps, type Millimetres } from '../units'
import { heightOf, spotOf } from './airframe'
import type { Wire, WireEnd } from './wires'

/** Wires that run together along the frame, from part to part. */
export interface Run {
  /** Ids of the parts at its ends, the board's among them. */
  ends: [string, string]
  wires: Wire[]
  /** Its way seen from above: along one direction of the frame, then along the other. */
  path: Spot[]
  /** Diameter of the bundle. */
  width: Millimetres
  /** The longest of its wires. */
  length: Millimetres
  /** What flows to the part at one end and back, typically and at peak. */
  typical: Amps
  peak: Amps
  /** Field it makes at parts with a compass, where it is worth a word. */
  fields: { part: string; distance: Millimetres; microtesla: number }[]
}

/** Insulation makes a thin silicone wire about twice as thick as its copper. */
const insulated = 2
/** Round wires fill about three quarters of a bundle's cross-section. */
const filling = 0.75

/** Diameter of a bundle of wires: of a circle of their cross-sections, and the gaps between them. */
export function bundleWidth(wires: Pick<Wire, 'gauge'>[]): Millimetres {
  const [only] = wires
  if (wires.length === 1) return insulated * wireDiameter(only!.gauge)
  const squares = wires.reduce((sum, { gauge }) => sum + (insulated * wireDiameter(gauge)) ** 2, 0)
  return Math.sqrt(squares / filling)
}

/**
 * Flux density beside two parallel wires with a current that goes and comes back:
 * B = µ₀·I·s / (2π·r²), r much greater than their spacing s. µ₀/2π is 0.2 µT·m/A.
 * @returns microtesla; the earth's field is about 50
 */
export function pairField(current: Amps, spacing: Millimetres, distance: Millimetres): number {
  return (0.2 * current * (spacing / 1000)) / (distance / 1000) ** 2
}

/** Fields below this do not turn a compass by as much as it wavers anyway. */
const worthAWord = 0.5

/**
 * The bundles of a harness on the airframe, thickest first.
 * @param flows what flows through each wire, typically and at peak
 */
export function runsOf(resolved: ResolvedPlan, wires: Wire[], flows: ReadonlyMap<string, { typical: Amps; peak: Amps }>): Run[] {
  const bundles = new Map<string, { ends: [string, string]; wires: Wire[] }>()
  for (const wire of wires) {
    if (wire.omitted) continue
    const ends = [partOf(wire.from), partOf(wire.to)].sort() as [string, string]
    const key = ends.join(' ')
    const known = bundles.get(key) ?? { ends, wires: [] }
    known.wires.push(wire)
    bundles.set(key, known)
  }
  return [...bundles.values()]
    .filter(({ ends: [one, other] }) => one !== other)
    .map(({ ends, wires: together }): Run => {
      const path = pathOf(spotOf(resolved, ends[0]), spotOf(resolved, ends[1]))
      // What goes out on supply wires comes back on their grounds.
      const out = together.filter(({ kind }) => kind === 'supply')
      const sum = (key: 'typical' | 'peak') => out.reduce((all, { id }) => all + (flows.get(id)?.[key] ?? 0), 0)
      const typical = sum('typical')
      const spacing = insulated * Math.max(0, ...out.map(({ gauge }) => wireDiameter(gauge)))
      return {
        ends,
        wires: together,
        path,
        width: bundleWidth(together),
        length: Math.max(...together.map(({ length }) => length)),
        typical,
        peak: sum('peak'),
        fields: fieldsOf(resolved, ends, path, typical, spacing),
      }
    })
    .sort((one, other) => other.width - one.width)
}

const partOf = ({ device }: WireEnd) => device ?? boardId

/** Along the frame to the side first, then to the front or back. */
function pathOf(from: Spot, to: Spot): Spot[] {
  const corner = { x: to.x, y: from.y }
  return [from, corner, to].map(({ x, y }) => ({ x, y }))
}

function fieldsOf(resolved: ResolvedPlan, ends: string[], path: Spot[], current: Amps, spacing: Millimetres): Run['fields'] {
  const compasses = resolved.devices.filter(({ id, device }) => !ends.includes(id) && hasCompass(device))
  return compasses.flatMap(({ id }) => {
    const height = Math.abs(heightOf(resolved, id) - Math.min(...ends.map((end) => heightOf(resolved, end))))
    const distance = Math.max(5, Math.hypot(distanceToPath(spotOf(resolved, id), path), height))
    const microtesla = pairField(current, spacing, distance)
    return microtesla >= worthAWord ? [{ part: id, distance, microtesla }] : []
  })
}

/** Whether a part has a compass. */
export function hasCompass({ needs }: Device): boolean {
  return needs.some(({ feeds }) => feeds?.includes('compass'))
}

/** Shortest distance of a point to a way of straight pieces. */
export function distanceToPath(spot: Spot, path: Spot[]): Millimetres {
  const pieces = path.slice(1).map((end, at) => {
    const start = path[at]!
    const [dx, dy] = [end.x - start.x, end.y - start.y]
    const along = dx || dy ? ((spot.x - start.x) * dx + (spot.y - start.y) * dy) / (dx * dx + dy * dy) : 0
    const share = Math.min(1, Math.max(0, along))
    return Math.hypot(spot.x - start.x - share * dx, spot.y - start.y - share * dy)
  })
  return Math.min(Infinity, ...pieces)
}
