import { memo } from '../memo'
import type { Board, DevicePad, Pad, Pin } from '../catalogue'
import { keyOf, referTo, type FittedDevice, type Place, type ResolvedPlan } from '../plan'

/** Where a need of one pad can go: to a pad of the board, or to a terminal of another part that works as one. */
export interface Outlet {
  place: Place
  /** As it reads in a sentence: "pad M3", "OUT 2 of Pulse converter". */
  name: string
  /** The pin behind it; of a part, its terminal seen as a pin. */
  pin: Pin
  /** Of the board: the number of the motor output that the pad is. */
  output?: number
  /** Of a part: the part, and what its pad is. */
  owner?: FittedDevice
  pad?: DevicePad
  /** Of a part: the rates that the group of the pad can be set to. */
  rates?: number[]
}

/** All outlets of a plan: the board's, those with the fewest other uses first, so that the versatile ones stay free; then those of other parts. */
export const outletsOf = memo((resolved: ResolvedPlan): Outlet[] => [...boardOutlets(resolved.board), ...deviceOutlets(resolved)])

/** The outlet that a place is. */
export function outletAt(resolved: ResolvedPlan, place: Place): Outlet | undefined {
  return outletsOf(resolved).find((outlet) => outlet.place === place)
}

const boardOutlets = memo((board: Board): Outlet[] => {
  const pin = (id: string) => board.pins.find((each) => each.id === id)!
  const uses = (pad: Pad) => pin(pad.pin!).functions.filter(({ as }) => as !== 'switch').length
  return board.pads
    .filter((pad) => pad.kind === 'signal' && pad.pin)
    .map((pad) => ({ pad, count: uses(pad) }))
    .sort((one, other) => one.count - other.count)
    .map(({ pad }): Outlet => ({
      place: referTo('pad', pad.id),
      name: `pad ${pad.label}`,
      pin: pin(pad.pin!),
      output: pad.output,
    }))
})

/** Pads of devices, as `device:DEVICE/PAD`. */
function deviceOutlets({ devices }: ResolvedPlan): Outlet[] {
  return devices.flatMap((owner) =>
    owner.device.pads.map((pad): Outlet => {
      const terminal = owner.device.terminals.find(({ id }) => id === pad.terminal)
      const group = pad.group === undefined ? undefined : keyOf(owner.id, pad.group)
      const setting = owner.device.settings.find(({ id }) => id === pad.group)
      return {
        place: referTo('device', keyOf(owner.id, pad.id)),
        name: `${pad.label} of ${owner.instance.name}`,
        pin: {
          id: keyOf(owner.id, pad.id),
          level: terminal?.high ?? pad.max ?? 3.3,
          maxIn: terminal?.maxIn ?? pad.max ?? 3.3,
          drive: pad.drive,
          functions: [{ as: pad.as, of: group ?? keyOf(owner.id, pad.id), max: pad.max, measures: pad.measures }],
        },
        owner,
        pad,
        ...(setting?.kind === 'choice' && { rates: setting.values.filter((value) => typeof value === 'number') }),
      }
    }),
  )
}
