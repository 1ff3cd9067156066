import { resolveDevice, type DeviceDefinition, type ProtocolDefinition } from '../catalogue'
import type { Finding, Fix } from '../checks'
import { additionOf, batteryPlace, keyOf, referTo, resolvePlan, type Edit, type Plan } from '../plan'
import { formatAmps } from '../units'

/** As many parts as are offered for one finding. */
const most = 2

/**
 * Fixes that add a part which the plan does not have and a finding asks for: the smallest of a catalogue that bears what it is to
 * carry, on the battery of the build.
 */
export function partFixes(
  plan: Plan,
  { wants }: Pick<Finding, 'wants'>,
  { devices, protocols }: { devices: Record<string, DeviceDefinition>; protocols: Record<string, ProtocolDefinition> },
): Fix[] {
  if (!wants) return []
  const { battery } = resolvePlan(plan)
  const ways = Object.values(devices).flatMap((definition) => {
    const device = resolveDevice(definition, Object.keys(definition.variants)[0]!)
    const output = device.outputs.find(({ main, kind, limit }) => main && kind === 'through' && limit >= wants.current)
    const input = device.supplies.find(({ min, max }) => min <= battery.min && battery.max <= max)
    return output && input ? [{ definition, output, input }] : []
  })
  return ways
    .toSorted((a, b) => a.output.limit - b.output.limit || a.definition.mass - b.definition.mass)
    .slice(0, most)
    .map(({ definition, output, input }): Fix => {
      const addition = additionOf(plan, definition, protocols, { priority: 'must' })
      const { id } = addition.device
      const label = `Add ${definition.name}, which bears ${formatAmps(output.limit)}, and feed from it what hangs on the battery`
      const source = referTo('output', keyOf(id, output.id))
      const edits: Edit[] = [
        addition,
        { type: 'supply.choose', supply: keyOf(id, input.id), source: batteryPlace },
        ...wants.supplies.map((supply): Edit => ({ type: 'supply.choose', supply, source })),
        ...wants.edits,
      ]
      return { label, edit: { type: 'several', label: `Add ${definition.name}`, edits } }
    })
}
