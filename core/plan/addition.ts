import { limits, protocolsOf, type DeviceDefinition, type ProtocolDefinition } from '../catalogue'
import { applyEdit, type Edit } from './edit'
import { EditError } from './edits/kind'
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

/** What is to be added, and how many of it. */
export interface Wanted {
  definition: DeviceDefinition
  count: number
}

/**
 * The edits that add several devices one after the other, each with a name of its own: a second one of a kind is numbered.
 * @throws EditError where the plan would hold more devices than it can
 */
export function additionsOf(
  plan: Plan,
  wanted: readonly Wanted[],
  protocols: Readonly<Record<string, ProtocolDefinition>>,
  priority: Priority,
): Edit[] {
  const total = wanted.reduce((sum, { count }) => sum + count, plan.devices.length)
  if (total > limits.devices)
    throw new EditError('devices', `${total} devices would be too many: a build has up to ${limits.devices}`)
  let after = plan
  return wanted.flatMap(({ definition, count }) =>
    Array.from({ length: count }, (): Edit => {
      const same = after.devices.filter((device) => device.definition === definition.id).length
      const name = same ? `${definition.name} ${same + 1}` : definition.name
      const edit = additionOf(after, definition, protocols, { name, priority })
      after = applyEdit(after, edit)
      return edit
    }),
  )
}
