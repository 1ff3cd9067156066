import type { DeviceDefinition } from './device'
import type { Differences } from './fields/common'
import { mergeDifferences } from './merge'

/** Sections of a device that what a setting does may change: what others refer to, or what it is itself, stays. */
export const actable = ['terminals', 'supplies', 'outputs', 'pads', 'ports', 'connectors', 'needs', 'radios'] as const

const isMap = (value: unknown): value is Differences => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Why a setting may not do this, in words; nothing where it may. */
export function refuseActs(acts: unknown): string | undefined {
  if (!isMap(acts)) return 'has to be a map of differences'
  for (const [section, parts] of Object.entries(acts)) {
    if (!(actable as readonly string[]).includes(section)) return `cannot change "${section}", only ${actable.join(', ')}`
    if (!isMap(parts)) return `"${section}" has to be a map of parts`
    const gone = Object.keys(parts).find((id) => section === 'terminals' && parts[id] === null)
    if (gone !== undefined) return `cannot take terminal "${gone}" away: others may be wired by it`
  }
  return undefined
}

/**
 * A device with what a setting does laid over it. What it changes of a part that the variant, or another setting, has taken
 * away is of no effect: half a part is none.
 * @param whole the definition, of which the device is a variant
 */
export function withActs(device: DeviceDefinition, whole: DeviceDefinition, acts: Differences): DeviceDefinition {
  const there = Object.entries(acts).map(([name, parts]) => {
    const section = name as (typeof actable)[number]
    const isGone = (id: string) => !Object.hasOwn(device[section], id) && Object.hasOwn(whole[section], id)
    return [section, Object.fromEntries(Object.entries(parts as Differences).filter(([id]) => !isGone(id)))]
  })
  return mergeDifferences(device, Object.fromEntries(there) as Differences)
}
