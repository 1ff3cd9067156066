import type { DeviceClass, Pad } from '../catalogue'
import {
  batteryId,
  boardId,
  jointPoint,
  keyOf,
  readPoint,
  type FittedDevice,
  type Plan,
  type ResolvedPlan,
  type Spot,
} from '../plan'
import type { Millimetres } from '../units'
import type { WireEnd } from './wires'

/** Lines of an airframe seen from above, in mm from its middle. */
export function outlineOf({ outline, size }: Plan['craft']): Spot[][] {
  const half = size / 2
  if (outline === 'wing') {
    return [
      [
        { x: -half, y: -0.02 * size },
        { x: -half, y: 0.05 * size },
        { x: -0.05 * size, y: 0.1 * size },
        { x: 0.05 * size, y: 0.1 * size },
        { x: half, y: 0.05 * size },
        { x: half, y: -0.02 * size },
        { x: 0.05 * size, y: -0.04 * size },
        { x: -0.05 * size, y: -0.04 * size },
        { x: -half, y: -0.02 * size },
      ],
      box(0, -0.04 * size, 0.1 * size, 0.56 * size),
      box(0, -0.3 * size, 0.34 * size, 0.07 * size),
    ]
  }
  return [box(0, 0, 0.34 * size, 0.56 * size), ...motorSpots(outline, size).map((spot) => [{ x: 0, y: 0 }, spot])]
}

function box(x: number, y: number, width: number, height: number): Spot[] {
  const [left, right, back, front] = [x - width / 2, x + width / 2, y - height / 2, y + height / 2]
  return [
    { x: left, y: back },
    { x: left, y: front },
    { x: right, y: front },
    { x: right, y: back },
    { x: left, y: back },
  ]
}

/** Where the motors of a multicopter are: 1 front right, then anticlockwise. */
export function motorSpots(outline: Plan['craft']['outline'], size: Millimetres): Spot[] {
  const count = { quad: 4, hex: 6, wing: 1 }[outline]
  if (outline === 'wing') return [{ x: 0, y: 0.24 * size }]
  return Array.from({ length: count }, (_, at) => {
    const angle = Math.PI / count + (2 * Math.PI * at) / count - (outline === 'hex' ? Math.PI / 6 : 0)
    return { x: Math.round((size / 2) * Math.cos(angle)), y: Math.round((size / 2) * Math.sin(angle)) }
  })
}

/** Usual places, as parts of the size: cameras ahead, transmitters behind, GNSS well away from both. */
const usual: Record<DeviceClass, [x: number, y: number]> = {
  receiver: [-0.12, -0.2],
  gnss: [0, 0.17],
  overlay: [-0.07, 0.06],
  camera: [-0.01, 0.25],
  transmitter: [0.1, -0.22],
  'video-link': [0.1, -0.25],
  logger: [0.1, 0.06],
  adapter: [0.12, -0.1],
  buzzer: [0.05, -0.2],
  lights: [-0.15, -0.06],
  gimbal: [0.1, 0.29],
  traffic: [-0.13, 0.12],
  esc: [0, -0.095],
  converter: [-0.06, -0.14],
  sensor: [0.11, 0.14],
  telemetry: [-0.05, -0.26],
  computer: [0.07, 0.12],
  switch: [-0.05, 0.2],
  light: [-0.1, 0.25],
  release: [-0.1, -0.12],
  servo: [0.3, -0.01],
  power: [0, -0.13],
  tool: [0.13, 0.2],
}

/** Whether where parts sit says anything yet: something was put there by hand, or has its place on the board. */
export function isLaidOut({ plan }: ResolvedPlan): boolean {
  return Object.keys(plan.positions).length > 0 || Object.keys(plan.assignment).length > 0
}

/** Where a device, the board or the battery sits: as set by hand, or where such a part usually is. */
export function spotOf(resolved: ResolvedPlan, id: string): Spot {
  const { craft, positions } = resolved.plan
  if (positions[id]) return positions[id]
  if (id === boardId) return { x: 0, y: 0 }
  const wing = craft.outline === 'wing'
  if (id === batteryId) return { x: 0, y: Math.round((wing ? 0.07 : -0.235) * craft.size) }
  if (resolved.plan.joints[id]) return jointSpot(resolved, id)
  const fitted = resolved.device(id)
  if (!fitted) return { x: 0, y: 0 }
  const tail = wing ? tailAxis(resolved, fitted) : undefined
  if (tail) return { x: Math.round((tail === 'pitch' ? 0.06 : -0.06) * craft.size), y: Math.round(-0.29 * craft.size) }
  const same = resolved.devices.filter((each) => each.device.class === fitted.device.class && !(wing && tailAxis(resolved, each)))
  const rank = same.indexOf(fitted)
  const single = fitted.device.needs.filter(({ kind }) => kind === 'pulse').length === 1
  if (fitted.device.class === 'esc' && single && !wing) {
    const spots = motorSpots(craft.outline, craft.size)
    const before = resolved.devices
      .slice(0, resolved.devices.indexOf(fitted))
      .filter(({ device }) => device.class === 'esc')
      .reduce((sum, { device }) => sum + device.needs.filter(({ kind }) => kind === 'pulse').length, 0)
    const { x, y } = spots[before % spots.length]!
    return { x: Math.round(x * 0.7), y: Math.round(y * 0.7) }
  }
  const [x, y] = usual[fitted.device.class]
  const side = rank % 2 ? -1 : 1
  const step = Math.ceil(rank / 2) * 0.07
  /** A wing's body is narrow: what is not in the wing sits close to the middle. */
  const narrow = wing ? 0.28 : 1
  const sided = fitted.device.class === 'servo' ? -side * (x - step) : narrow * (x + side * step)
  return { x: Math.round(sided * craft.size), y: Math.round(y * craft.size) }
}

/** The axis that a servo steers from the tail: of pitch and yaw the surfaces are there. */
function tailAxis({ plan }: ResolvedPlan, { id, device }: FittedDevice): 'pitch' | 'yaw' | undefined {
  if (device.class !== 'servo') return undefined
  const outputs = device.needs.flatMap((need) => plan.controls.outputs[keyOf(id, need.id)] ?? [])
  return outputs.flatMap(({ by, axis }) => (by === 'surface' && (axis === 'pitch' || axis === 'yaw') ? [axis] : []))[0]
}

/** A joint lies between the parts whose wires meet there, and the board. */
function jointSpot(resolved: ResolvedPlan, id: string): Spot {
  const { extras, wires, joints } = resolved.plan
  const ends = [
    ...Object.entries(wires).flatMap(([wire, { end }]) => (end === jointPoint(id) ? wire.slice(0, wire.indexOf('.')) : [])),
    ...Object.values(extras).flatMap(({ from, to }) => {
      if (from !== jointPoint(id) && to !== jointPoint(id)) return []
      const far = readPoint(from === jointPoint(id) ? to : from)
      return 'device' in far ? far.device : 'board'
    }),
  ]
  const spots = ends
    .filter((part) => !joints[part] && (part === 'board' || resolved.device(part)))
    .map((part) => spotOf(resolved, part))
  const mean = (axis: 'x' | 'y') => Math.round(spots.reduce((sum, spot) => sum + spot[axis], 0) / Math.max(1, spots.length))
  return { x: mean('x'), y: mean('y') }
}

/** Usual heights of the underside over the board's, in mm: GNSS on its mast, antennas above, ESCs in the stack below. */
const usualHeight: Partial<Record<DeviceClass, Millimetres>> = {
  gnss: 70,
  traffic: 20,
  receiver: 10,
  telemetry: 15,
  esc: -10,
  power: -18,
  gimbal: -60,
  lights: -20,
  light: -25,
  servo: -5,
}
/** The battery of a multicopter is strapped over the stack. */
const batteryHeight = { multicopter: 28, wing: -20 }

/** Height of a part's underside over the board's: as set by hand, or where such a part usually is. */
export function heightOf(resolved: ResolvedPlan, id: string): Millimetres {
  const { craft, positions, joints } = resolved.plan
  const given = positions[id]?.z
  if (given !== undefined) return given
  if (id === boardId || joints[id]) return 0
  if (id === batteryId) return craft.outline === 'wing' ? batteryHeight.wing : batteryHeight.multicopter
  const fitted = resolved.device(id)
  const single = fitted?.device.class === 'esc' && fitted.device.motors?.count === 1
  return single ? 0 : (usualHeight[fitted?.device.class ?? 'tool'] ?? 5)
}

/** Straight distance of two parts in mm, seen from above. */
export function distanceOf(resolved: ResolvedPlan, one: string, other: string): Millimetres {
  const [a, b] = [spotOf(resolved, one), spotOf(resolved, other)]
  return Math.hypot(a.x - b.x, a.y - b.y)
}

/** What lies so far right and ahead of a part's middle, when the part is turned to the right. */
function turned(turn: Spot['turn'], right: Millimetres, front: Millimetres): [Millimetres, Millimetres] {
  if (turn === 90) return [front, -right]
  if (turn === 180) return [-right, -front]
  return turn === 270 ? [-front, right] : [right, front]
}

/** Where a wire's end is: a pad at its place on the board, or the middle of a device. */
function endSpot(resolved: ResolvedPlan, end: WireEnd): Spot {
  if (end.device) return spotOf(resolved, end.device)
  const board = spotOf(resolved, 'board')
  const pad: Pad | undefined = resolved.pad(end.point)
  const { width, height } = resolved.board.outline
  if (!pad) return board
  const [right, front] = turned(board.turn, pad.x - width / 2, height / 2 - pad.y)
  return { x: board.x + right, y: board.y + front }
}

/** Way of a wire along the frame, which runs in three directions at right angles, in mm. */
export function routeLength(resolved: ResolvedPlan, from: WireEnd, to: WireEnd): Millimetres {
  const [a, b] = [endSpot(resolved, from), endSpot(resolved, to)]
  const height = (end: WireEnd) => heightOf(resolved, end.device ?? boardId)
  return Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(height(from) - height(to))
}

/** Wire left over at each end for stripping and a second try. */
const endAllowance = 15

/** Length to cut: the route, 5 % for bends, an allowance at both ends, up to the next 5 mm. */
export function cutLength(route: Millimetres): Millimetres {
  return Math.ceil((route * 1.05 + 2 * endAllowance) / 5) * 5
}
