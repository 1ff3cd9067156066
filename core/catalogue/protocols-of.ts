import type { DeviceDefinition } from './device'
import type { ProtocolDefinition } from './protocol'

/** Definitions, from those at hand, of the protocols that a device can speak in any of its variants. */
export function protocolsOf(known: Record<string, ProtocolDefinition>, definition: DeviceDefinition): ProtocolDefinition[] {
  const names = new Set<string>()
  const collect = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return
    for (const [key, inner] of Object.entries(value)) {
      if (key === 'protocol' && typeof inner === 'string') names.add(inner)
      else collect(inner)
    }
  }
  collect(definition.needs)
  collect(definition.variants)
  return [...names].flatMap((name) => known[name] ?? [])
}
