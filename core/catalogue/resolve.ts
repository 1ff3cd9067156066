import { memo } from '../memo'
import type { Board, BoardDefinition } from './board'
import type { Device, DeviceDefinition, DeviceSetting, Need } from './device'
import { mergeDifferences, withIds } from './merge'

/** Definitions are not changed once they are made; what was laid out of one serves again. */
const boards = memo((_definition: BoardDefinition) => new Map<string, Board>())
const devices = memo((_definition: DeviceDefinition) => new Map<string, Device>())

function remembered<T>(laidOut: Map<string, T>, key: string, make: () => T): T {
  const found = laidOut.get(key) ?? make()
  laidOut.set(key, found)
  return found
}

/**
 * The board as it is in one revision under one firmware version; the same object each time.
 * @throws RangeError when the revision or firmware version is not in the definition.
 */
export function resolveBoard(definition: BoardDefinition, revision: string, firmware: string): Board {
  return remembered(boards(definition), `${revision} ${firmware}`, () => layOutBoard(definition, revision, firmware))
}

function layOutBoard(definition: BoardDefinition, revision: string, firmware: string): Board {
  const { revisions, firmwares } = definition
  const revised = named(revisions, revision, `${definition.name} has no revision`)
  const versioned = named(firmwares, firmware, `${definition.name} has no firmware version`)
  const merged = mergeDifferences(mergeDifferences(definition, revised.differences), versioned.differences)
  return {
    id: definition.id,
    name: merged.name,
    maker: merged.maker,
    summary: merged.summary,
    revision,
    firmware,
    mass: merged.mass,
    outline: merged.outline,
    usb: merged.usb,
    supply: merged.supply,
    configuration: merged.configuration,
    receivers: merged.receivers,
    protocols: merged.protocols,
    pads: withIds(merged.pads),
    connectors: withIds(merged.connectors),
    pins: withIds(merged.pins),
    ports: withIds(merged.ports),
    timers: withIds(merged.timers),
    rails: withIds(merged.rails),
    exclusions: merged.exclusions,
    i2c: withIds(merged.i2c),
    can: withIds(merged.can),
    overlay: merged.overlay,
    storage: merged.storage,
  }
}

/**
 * The device in one of its variants; the same object each time.
 * @throws RangeError when the variant is not in the definition.
 */
export function resolveDevice(definition: DeviceDefinition, variant: string): Device {
  return remembered(devices(definition), variant, () => layOutDevice(definition, variant))
}

function layOutDevice(definition: DeviceDefinition, variant: string): Device {
  const { differences } = named(definition.variants, variant, `${definition.name} has no variant`)
  const merged = mergeDifferences(definition, differences)
  return {
    id: definition.id,
    name: merged.name,
    maker: merged.maker,
    class: merged.class,
    summary: merged.summary,
    variant,
    mass: merged.mass,
    size: merged.size,
    terminals: withIds(merged.terminals),
    supplies: withIds(merged.supplies),
    outputs: withIds(merged.outputs),
    pads: withIds(merged.pads),
    ports: withIds(merged.ports),
    connectors: withIds(merged.connectors),
    motors: merged.motors,
    ...(merged.selfPowered !== undefined && { selfPowered: merged.selfPowered }),
    needs: withIds<Need>(merged.needs as Record<string, Omit<Need, 'id'>>),
    settings: withIds<DeviceSetting>(merged.settings as Record<string, Omit<DeviceSetting, 'id'>>),
    radios: withIds(merged.radios),
  }
}

function named<T>(map: Record<string, T>, key: string, complaint: string): T {
  const found = Object.hasOwn(map, key) ? map[key] : undefined
  if (!found) throw new RangeError(`${complaint} "${key}"; it has ${Object.keys(map).join(', ')}`)
  return found
}
