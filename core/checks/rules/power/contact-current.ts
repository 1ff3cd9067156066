import { fits, formatAmps } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire, contactAt, endWords } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { wires, power } = context
  for (const wire of wires) {
    const load = power.flows.get(wire.id)
    if (!load) continue
    for (const end of [wire.from, wire.to]) {
      const contact = contactAt(context, end)
      if (!contact || fits(load.peak, contact.amps)) continue
      const always = !fits(load.typical, contact.amps)
      yield {
        severity: always ? 'fix' : 'weigh',
        subjects: aboutWire(wire),
        fact: `${wire.number} takes ${formatAmps(always ? load.typical : load.peak)} ${always ? 'all the time' : 'at peak'} through ${endWords(context, end)}; a contact of ${contact.type} carries ${formatAmps(contact.amps)}`,
      }
    }
  }
}

export const contactCurrent: Rule = {
  meta: {
    id: 'PWR-14',
    family: 'power',
    severity: 'fix',
    title: 'Current through a contact',
    why: 'A contact beyond its current heats, loosens and chars; small connectors are made for signals and an ampere of supply.',
    reads: ['wires', 'connectors', 'device currents'],
  },
  check,
}
