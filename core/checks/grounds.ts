import { groundOfBoard } from '../electrics'
import { batteryGround, freshExtra, padPoint, terminalPoint, type Edit, type FittedDevice } from '../plan'
import { nameOf, type CheckContext } from './context'
import type { Fix } from './finding'

/** A side of a part whose grounds are joined inside; most parts have one. */
export interface GroundSide {
  fitted: FittedDevice
  side: string
  /** Ground terminals of it. */
  grounds: string[]
  /** All its terminals. */
  terminals: string[]
}

/** The sides of a device that have a ground terminal. */
export function sidesOf(fitted: FittedDevice): GroundSide[] {
  const sides = new Map<string, GroundSide>()
  for (const { id, role, side = '' } of fitted.device.terminals) {
    const known = sides.get(side) ?? { fitted, side, grounds: [], terminals: [] }
    known.terminals.push(id)
    if (role === 'ground') known.grounds.push(id)
    sides.set(side, known)
  }
  return [...sides.values()].filter(({ grounds }) => grounds.length > 0)
}

/** Whether a side is connected with the ground of the board or of the battery. */
export function isGrounded({ circuit }: CheckContext, { fitted, grounds }: GroundSide): boolean {
  return grounds.some((ground) => {
    const point = terminalPoint(fitted.id, ground)
    return circuit.connected(point, groundOfBoard) || circuit.connected(point, batteryGround)
  })
}

/** The fix that gives a side of a part a wire of its own to the board's ground, at the plain pad with fewest wires. */
export function groundWire(context: CheckContext, { fitted, grounds }: GroundSide): Fix[] {
  const { resolved, circuit } = context
  const crowd = (pad: string) => circuit.wires.filter(({ to }) => to.device === undefined && to.point === pad).length
  const [pad] = resolved.board.pads
    .filter(({ kind, connector }) => kind === 'ground' && connector === undefined)
    .toSorted((one, other) => crowd(one.id) - crowd(other.id))
  const [ground] = grounds
  if (!pad || ground === undefined) return []
  const edit: Edit = {
    type: 'wire.add',
    wire: freshExtra(resolved.plan.extras),
    from: terminalPoint(fitted.id, ground),
    to: padPoint(pad.id),
  }
  return [{ label: `Add a ground from ${nameOf(fitted)} to pad ${pad.label}`, edit }]
}

/** What a side is called after its supplies: "the 5V side"; nothing where a device has but one. */
export function sideWords({ fitted, side, terminals }: GroundSide): string {
  if (sidesOf(fitted).length < 2) return ''
  const supply = fitted.device.terminals.find(({ id, role }) => role === 'supply' && terminals.includes(id))
  return ` on its ${supply?.label ?? side} side`
}
