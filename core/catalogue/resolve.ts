import type { Board, BoardDefinition } from './board'
import type { Device, DeviceDefinition, Need } from './device'
import { mergeDifferences, withIds } from './merge'

/**
 * The board as it is in one revision under one firmware version.
 * @throws RangeError when the revision or firmware version is not in the definition.
 */
export function resolveBoard(definition: BoardDefinition, revision: string, firmware: string): Board {
  const { revisions, firmwares } = definition
  const revised = named(revisions, revision, `${definition.name} has no revision`)
  const versioned = named(firmwares, firmware, `${definition.name} has no firmware version`)
  const merged = mergeDifferences(mergeDifferences(definition, revised.differences), versioned.differences)
  return {
    id: merged.id,
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
    buzzer: merged.buzzer,
  }
}

/**
 * The device in one of its variants.
 * @throws RangeError when the variant is not in the definition.
 */
export function resolveDevice(definition: DeviceDefinition, variant: string): Device {
  const { differences } = named(definition.variants, variant, `${definition.name} has no variant`)
  const merged = mergeDifferences(definition, differences)
  return {
    id: merged.id,
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
    connectors: withIds(merged.connectors),
    needs: withIds<Need>(merged.needs as Record<string, Omit<Need, 'id'>>),
    settings: withIds(merged.settings),
    // Plans made before radios were told have none.
    radios: withIds(merged.radios ?? {}),
  }
}

function named<T>(map: Record<string, T>, key: string, complaint: string): T {
  const found = Object.hasOwn(map, key) ? map[key] : undefined
  if (!found) throw new RangeError(`${complaint} "${key}"; it has ${Object.keys(map).join(', ')}`)
  return found
}
