import { protocolsOf, type DeviceDefinition, type ProtocolDefinition } from '../catalogue'
import type { Edit } from './edit'
import { freshDeviceId } from './new-plan'
import type { Plan, Priority } from './plan'

/** The edit that adds a device of a catalogue to the fit-out, in its first variant. @param name its definition's, if none is given */
export function additionOf(
  plan: Plan,
  definition: DeviceDefinition,
  protocols: Readonly<Record<string, ProtocolDefinition>>,
  { name = definition.name, priority }: { name?: string; priority: Priority },
): Extract<Edit, { type: 'device.add' }> {
  return {
    type: 'device.add',
    definition,
    protocols: protocolsOf(protocols, definition),
    device: {
      id: freshDeviceId(plan, definition.id),
      definition: definition.id,
      variant: Object.keys(definition.variants)[0]!,
      name,
      priority,
      leftOut: [],
    },
  }
}
