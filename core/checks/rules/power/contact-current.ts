import type { Wire, WireEnd } from '../../../harness'
import { fits, formatAmps, type Amps } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire, contactAt, endWords } from '../../reports'
import { isUpsetWire } from '../../upset'

/** A contact that takes more than it carries. */
interface Overloaded {
  wire: Wire
  end: WireEnd
  amps: Amps
  always: boolean
  contact: ReturnType<typeof contactAt> & object
}

function overloaded(context: CheckContext): Overloaded[] {
  return context.wires.flatMap((wire): Overloaded[] => {
    const load = context.power.flows.get(wire.id)
    if (!load || isUpsetWire(context, wire)) return []
    return [wire.from, wire.to].flatMap((end): Overloaded[] => {
      const contact = contactAt(context, end)
      if (!contact || fits(load.peak, contact.amps)) return []
      const always = !fits(load.typical, contact.amps)
      return [{ wire, end, always, contact, amps: always ? load.typical : load.peak }]
    })
  })
}

/** What goes out by plus comes back by minus: the two contacts of one connector are told of at once. */
function* check(context: CheckContext): Iterable<Report> {
  const connectors = new Map<string, Overloaded[]>()
  for (const each of overloaded(context)) {
    const key = [each.contact.type, each.end.device, each.end.connector, each.wire.from.device, each.always].join(' ')
    connectors.set(key, [...(connectors.get(key) ?? []), each])
  }
  for (const all of connectors.values()) {
    const { always, contact } = all[0]!
    const most = Math.max(...all.map(({ amps }) => amps))
    const numbers = [...new Set(all.map(({ wire }) => wire.number))].join(' and ')
    yield {
      severity: always ? 'fix' : 'weigh',
      subjects: [...new Set(all.flatMap(({ wire }) => aboutWire(wire)))],
      fact: `${numbers} take${numbers.includes(' ') ? '' : 's'} ${formatAmps(most)} ${always ? 'all the time' : 'at peak'} through ${all.map(({ end }) => endWords(context, end)).join(' and ')}; a contact of ${contact.type} carries ${formatAmps(contact.amps)}`,
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
