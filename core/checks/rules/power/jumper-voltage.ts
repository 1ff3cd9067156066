import { keyOf, referTo, type FittedDevice } from '../../../plan'
import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { voltsFixes } from '../../jumpers'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, power } = context
  for (const tool of resolved.devices.filter(({ device }) => device.class === 'tool')) {
    for (const output of tool.device.outputs) {
      const place = referTo('output', keyOf(tool.id, output.id))
      for (const leaf of power.leaves.filter(({ source }) => source === place)) {
        const { supply, fitted } = leaf.supply
        const volts = output.volts ?? leaf.full
        if (volts >= supply.min && volts <= supply.max) continue
        yield {
          severity: volts > supply.max ? 'stop' : 'fix',
          subjects: [referTo('device', tool.id), ...aboutSupply(leaf.supply)],
          fact: `${nameOf(tool)} is set to ${formatVolts(volts)}; ${nameOf(fitted)} takes ${formatVolts(supply.min)} to ${formatVolts(supply.max)}`,
          fixes: [...voltsFixes(context, place), ...otherSettings(resolved, tool)],
        }
      }
    }
  }
}

function otherSettings(resolved: CheckContext['resolved'], tool: FittedDevice): Fix[] {
  const { variants } = resolved.plan.definitions.devices[tool.instance.definition]!
  return Object.entries(variants)
    .filter(([id]) => id !== tool.instance.variant)
    .map(([id, { name }]) => ({
      label: `${nameOf(tool)}: ${name}`,
      edit: { type: 'device.variant', device: tool.id, variant: id },
    }))
}

export const jumperVoltage: Rule = {
  meta: {
    id: 'PWR-11',
    family: 'power',
    severity: 'stop',
    title: 'Adapter or jumper at the right voltage',
    why: 'An adapter set to 5 V on a 3.3 V part destroys it in an instant; one set to 3.3 V on a 5 V part leaves it half alive.',
    reads: ['device outputs', 'supplies', 'terminals'],
  },
  check,
}
