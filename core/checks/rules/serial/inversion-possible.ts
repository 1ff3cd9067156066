import { linesTaken } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    for (const line of linesTaken(link.need.need, link.board)) {
      const inverter = link.port[line]?.inverter
      const wrong = link.device.inverted ? inverter === 'none' : inverter === 'fixed'
      if (!wrong) continue
      const has = inverter === 'none' ? 'has no inverter' : 'is always inverted'
      yield {
        subjects: aboutLink(link),
        fact: `${needName(link.need)} is ${link.device.inverted ? 'inverted' : 'not inverted'}; ${line.toUpperCase()} of ${link.port.label} ${has}`,
        fixes: [
          {
            label: `Keep it off ${link.port.label}`,
            edit: { type: 'need.ban', need: link.need.key, place: link.placement.place },
          },
        ],
      }
    }
  }
}

export const inversionPossible: Rule = {
  meta: {
    id: 'SER-09',
    family: 'serial',
    severity: 'fix',
    title: 'Inversion only where the line can',
    why: 'Some receivers send with high and low exchanged. A line without an inverter reads every start bit as idle, and nothing arrives.',
    reads: ['port inverters', 'device settings'],
  },
  check,
}
