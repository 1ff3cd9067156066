import { sameValue } from '../editing'
import { memo, whileSame } from '../memo'
import {
  resolveBoard,
  resolveDevice,
  type Board,
  type MotorDrive,
  type Need,
  type Pad,
  type Pin,
  type ProtocolDefinition,
  type SerialPort,
  type Supply,
} from '../catalogue'
import { batteryRange, type Volts } from '../units'
import { deviceAsSet } from './as-set'
import { jointPart } from './joints'
import { withLights } from './light-current'
import { motorCurrents, type MotorCurrents } from './motors'
import { batteryPart, boardId, boardPart, type FittedDevice } from './parts'
import type { Plan } from './plan'
import { keyOf, type NeedKey, type SupplyKey } from './reference'

export interface FittedNeed {
  key: NeedKey
  fitted: FittedDevice
  need: Need
}

export interface FittedSupply {
  key: SupplyKey
  fitted: FittedDevice
  /** With the current of the motors, where an ESC drives them through it. */
  supply: Supply
  /** Motor current flows through it, or it feeds what passes that on. */
  main: boolean
  /** An input of the board that is made for the voltage of the battery, as it rises and falls. */
  unregulated: boolean
}

/** A plan with its definitions looked up and laid out for the engine. */
export interface ResolvedPlan {
  plan: Plan
  board: Board
  battery: { min: Volts; max: Volts }
  devices: FittedDevice[]
  /** The devices, the battery, and the joints of the harness. */
  parts: FittedDevice[]
  motors: MotorCurrents
  needs: FittedNeed[]
  /** Supply inputs of the board and of all devices. */
  supplies: FittedSupply[]
  protocols: Record<string, ProtocolDefinition>
  /** A device of the fit-out, the battery, or a joint. */
  device: (id: string) => FittedDevice | undefined
  need: (key: NeedKey) => FittedNeed | undefined
  port: (id: string) => SerialPort | undefined
  pin: (id: string) => Pin | undefined
  pad: (id: string) => Pad | undefined
  /** Pads that bring a pin out, in the board's order. */
  padsOfPin: (pin: string) => Pad[]
}

/**
 * Looks up board, devices, needs and supplies of a plan. The same plan object
 * gives the same result object.
 * @throws RangeError when the plan names a definition, revision or variant it does not hold.
 */
export const resolvePlan = memo((plan: Plan): ResolvedPlan => {
  const definition = plan.definitions.boards[plan.board.definition]
  if (!definition) throw new RangeError(`board.definition: the plan does not hold board "${plan.board.definition}"`)
  const board = resolveBoard(definition, plan.board.revision, plan.board.firmware)
  const devices = plan.devices.map((instance): FittedDevice => {
    const found = plan.definitions.devices[instance.definition]
    if (!found) throw new RangeError(`devices.${instance.id}: the plan does not hold device "${instance.definition}"`)
    const device = resolveDevice(found, instance.variant, plan.settings[instance.id])
    return { id: instance.id, instance, device: deviceAsSet(plan, instance.id, device, plan.definitions.protocols) }
  })
  const needs = devices.flatMap((fitted) =>
    fitted.device.needs
      .filter((need) => !fitted.instance.leftOut.includes(need.id))
      .map((need): FittedNeed => ({ key: keyOf(fitted.id, need.id), fitted, need })),
  )
  const motors = motorCurrents(
    plan,
    devices.reduce((sum, { device }) => sum + device.mass, board.mass),
  )
  const asFitted = (supply: Supply, { id, device }: FittedDevice) => {
    const strip = device.needs.find((need) => need.kind === 'led-data')
    return withMotors(strip ? withLights(supply, plan.lights, keyOf(id, strip.id), strip) : supply, device.motors, motors)
  }
  const parts = [...devices, batteryPart(plan), ...Object.entries(plan.joints).map(([id, joint]) => jointPart(id, joint))]
  const supplies = [boardPart(board), ...devices].flatMap((fitted) =>
    fitted.device.supplies.map((supply, at): FittedSupply => ({
      key: keyOf(fitted.id, supply.id),
      fitted,
      supply: at === 0 ? asFitted(supply, fitted) : supply,
      unregulated: fitted.id === boardId && board.rails.some(({ id, kind }) => id === supply.id && kind === 'battery'),
      main: at === 0 && (fitted.device.motors !== undefined || fitted.device.outputs.some(({ main }) => main)),
    })),
  )
  const byDevice = new Map(parts.map((fitted) => [fitted.id, fitted]))
  const byNeed = new Map(needs.map((need) => [need.key, need]))
  const ports = new Map(board.ports.map((port) => [port.id, port]))
  const pins = new Map(board.pins.map((pin) => [pin.id, pin]))
  const pads = new Map(board.pads.map((pad) => [pad.id, pad]))
  const byPin = groupByPin(board.pads)
  return {
    plan,
    board,
    battery: batteryRange(plan.battery.cells, plan.battery.chemistry),
    devices,
    parts,
    motors,
    needs,
    supplies,
    protocols: plan.definitions.protocols,
    device: (id) => byDevice.get(id),
    need: (key) => byNeed.get(key),
    port: (id) => ports.get(id),
    pin: (id) => pins.get(id),
    pad: (id) => pads.get(id),
    padsOfPin: (pin) => byPin.get(pin) ?? [],
  }
})

const driven = whileSame(
  (supply: Supply, { typical, peak }: Pick<Supply, 'typical' | 'peak'>): Supply => ({
    ...supply,
    typical: supply.typical + typical,
    peak: supply.peak + peak,
  }),
  sameValue,
)

/** An ESC's supply with what its motors take; the same object while that stays the same. */
function withMotors(supply: Supply, drive: MotorDrive | undefined, { hover, full }: MotorCurrents): Supply {
  if (!drive) return supply
  const { count, peak } = drive
  return driven(supply, { typical: count * hover, peak: count * Math.min(full, peak) })
}

function groupByPin(pads: Pad[]): Map<string | undefined, Pad[]> {
  const groups = new Map<string | undefined, Pad[]>()
  for (const pad of pads) groups.set(pad.pin, [...(groups.get(pad.pin) ?? []), pad])
  return groups
}
