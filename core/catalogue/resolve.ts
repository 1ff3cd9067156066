import { memo } from '../memo'
import { withActs } from './acts'
import { boardSections, type Board, type BoardDefinition } from './board'
import { deviceSections, type Device, type DeviceDefinition, type SettingValue } from './device'
import type { Differences } from './fields/common'
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
  const { kind: _kind, schema: _schema, revisions: _revisions, firmwares: _firmwares, ...rest } = merged
  return { ...rest, revision, firmware, ...listed(merged, boardSections) } as unknown as Board
}

/**
 * The device in one of its variants and with its settings as they are; the same object each time.
 * @param set what is set otherwise than as it ships
 * @throws RangeError when the variant is not in the definition.
 */
export function resolveDevice(
  definition: DeviceDefinition,
  variant: string,
  set: Readonly<Record<string, SettingValue>> = {},
): Device {
  const plain = remembered(devices(definition), variant, () => layOutDevice(definition, variant, []))
  const acting = plain.settings.flatMap(({ id, acts, default: shipped }): [string, string][] => {
    const value = String(set[id] ?? shipped)
    return acts && Object.hasOwn(acts, value) ? [[id, value]] : []
  })
  if (!acting.length) return plain
  const key = JSON.stringify([variant, acting])
  return remembered(devices(definition), key, () => {
    const acts = acting.map(([id, value]) => plain.settings.find((setting) => setting.id === id)!.acts![value]!)
    return layOutDevice(definition, variant, acts)
  })
}

function layOutDevice(definition: DeviceDefinition, variant: string, acts: Differences[]): Device {
  const { differences } = named(definition.variants, variant, `${definition.name} has no variant`)
  const merged = acts.reduce((device, each) => withActs(device, definition, each), mergeDifferences(definition, differences))
  const { kind: _kind, schema: _schema, variants: _variants, ...rest } = merged
  return { ...rest, variant, ...listed(merged, deviceSections) } as unknown as Device
}

/** Sections with their parts as lists. */
function listed<S extends string>(definition: Record<S, Record<string, object>>, sections: readonly S[]) {
  return Object.fromEntries(sections.map((section) => [section, withIds(definition[section])]))
}

function named<T>(map: Record<string, T>, key: string, complaint: string): T {
  const found = Object.hasOwn(map, key) ? map[key] : undefined
  if (!found) throw new RangeError(`${complaint} "${key}"; it has ${Object.keys(map).join(', ')}`)
  return found
}
