import {
  resolveBoard,
  resolveDevice,
  type Board,
  type Device,
  type Need,
  type Pad,
  type Pin,
  type ProtocolDefinition,
  type SerialPort,
  type Supply,
} from '../catalogue'
import { batteryRange, type Volts } from '../units'
import type { DeviceInstance, Plan } from './plan'
import { keyOf, type NeedKey, type SupplyKey } from './reference'

export interface FittedDevice {
  id: string
  instance: DeviceInstance
  device: Device
}

export interface FittedNeed {
  key: NeedKey
  fitted: FittedDevice
  need: Need
}

export interface FittedSupply {
  key: SupplyKey
  fitted: FittedDevice
  supply: Supply
}

/** A plan with its definitions looked up and laid out for the engine. */
export interface ResolvedPlan {
  plan: Plan
  board: Board
  battery: { min: Volts; max: Volts }
  devices: FittedDevice[]
  needs: FittedNeed[]
  supplies: FittedSupply[]
  protocols: Record<string, ProtocolDefinition>
  device: (id: string) => FittedDevice | undefined
  need: (key: NeedKey) => FittedNeed | undefined
  port: (id: string) => SerialPort | undefined
  pin: (id: string) => Pin | undefined
  pad: (id: string) => Pad | undefined
  /** Pads that bring a pin out, in the board's order. */
  padsOfPin: (pin: string) => Pad[]
}

const resolvedPlans = new WeakMap<Plan, ResolvedPlan>()

/**
 * Looks up board, devices, needs and supplies of a plan. The same plan object
 * gives the same result object.
 * @throws RangeError when the plan names a definition, revision or variant it does not hold.
 */
export function resolvePlan(plan: Plan): ResolvedPlan {
  const known = resolvedPlans.get(plan)
  if (known) return known
  const made = resolve(plan)
  resolvedPlans.set(plan, made)
  return made
}

function resolve(plan: Plan): ResolvedPlan {
  const definition = plan.definitions.boards[plan.board.definition]
  if (!definition) throw new RangeError(`board.definition: the plan does not hold board "${plan.board.definition}"`)
  const board = resolveBoard(definition, plan.board.revision, plan.board.firmware)
  const devices = plan.devices.map((instance): FittedDevice => {
    const found = plan.definitions.devices[instance.definition]
    if (!found) throw new RangeError(`devices.${instance.id}: the plan does not hold device "${instance.definition}"`)
    return { id: instance.id, instance, device: resolveDevice(found, instance.variant) }
  })
  const needs = devices.flatMap((fitted) =>
    fitted.device.needs
      .filter((need) => !fitted.instance.leftOut.includes(need.id))
      .map((need): FittedNeed => ({ key: keyOf(fitted.id, need.id), fitted, need })),
  )
  const supplies = devices.flatMap((fitted) =>
    fitted.device.supplies.map((supply): FittedSupply => ({ key: keyOf(fitted.id, supply.id), fitted, supply })),
  )
  const byDevice = new Map(devices.map((fitted) => [fitted.id, fitted]))
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
}

function groupByPin(pads: Pad[]): Map<string | undefined, Pad[]> {
  const groups = new Map<string | undefined, Pad[]>()
  for (const pad of pads) groups.set(pad.pin, [...(groups.get(pad.pin) ?? []), pad])
  return groups
}
