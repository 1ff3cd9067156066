import { resolveDevice, type SerialNeed } from '../../../catalogue'
import type { SerialLink } from '../../../links'
import { aboutLink, needName, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { formatBaud } from '../../../units'

/** Whether a need can be spoken to as the board's end is set. */
const speaks = ({ options }: SerialNeed, { board }: SerialLink) =>
  options.some(({ protocol, bauds }) => protocol === board.protocol && bauds.includes(board.baud))

function* check({ resolved, links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    const { fitted, need } = link.need
    if (speaks(need, link)) continue
    const definition = resolved.plan.definitions.devices[fitted.instance.definition]!
    const able = Object.entries(definition.variants).filter(([id]) => {
      const other = resolveDevice(definition, id).needs.find((each) => each.id === need.id)
      return other?.kind === 'serial' && speaks(other, link)
    })
    if (!able.length) continue
    const said = `${resolved.protocols[link.board.protocol]?.name ?? link.board.protocol} at ${formatBaud(link.board.baud)}`
    yield {
      subjects: aboutLink(link),
      fact: `${link.port.label} is set to ${said}; ${needName(link.need)} as “${definition.variants[fitted.instance.variant]?.name ?? fitted.instance.variant}” does not speak that, as ${able.map(([, { name }]) => `“${name}”`).join(' or ')} it does`,
      fixes: able.map(([variant, { name }]): Fix => ({
        label: `${nameOf(fitted)}: ${name}`,
        edit: { type: 'device.variant', device: fitted.id, variant },
      })),
    }
  }
}

export const dialect: Rule = {
  meta: {
    id: 'SET-04',
    family: 'settings',
    severity: 'fix',
    title: 'A device’s firmware speaks what its port does',
    why: 'The same part comes with several firmwares. The stock one may neither know the rate nor the dialect that the board is set to: the link stays silent though every wire is right.',
    reads: ['link settings', 'device variants'],
  },
  check,
}
