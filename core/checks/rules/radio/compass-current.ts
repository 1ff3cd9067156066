import { runsOf } from '../../../harness'
import { boardId, referTo } from '../../../plan'
import { figure, formatAmps } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved, wires, power, name }: CheckContext): Iterable<Report> {
  const nameOf = (part: string) => (part === boardId ? resolved.board.name : name(part))
  for (const { ends, wires: together, typical, fields } of runsOf(resolved, wires, power.flows)) {
    const between = ends.map(nameOf).join(' and ')
    for (const { part, distance, microtesla } of fields) {
      yield {
        subjects: [referTo('device', part), ...together.map(({ id }) => referTo('wire', id))],
        fact: `the wires between ${between} pass ${figure(distance, 'mm', 0)} from ${name(part)} and turn its compass by ${figure(microtesla, 'µT', 1)} at ${formatAmps(typical)}: twist plus and minus, or lead them elsewhere`,
      }
    }
  }
}

export const compassCurrent: Rule = {
  meta: {
    id: 'RFI-05',
    family: 'radio',
    severity: 'weigh',
    title: 'Main current away from a compass, or twisted',
    why: 'A pair of wires that lie apart makes a field that goes with the throttle; the heading turns as the motors speed up. Twisted, the field of one turn takes away that of the next.',
    reads: ['placement', 'wires', 'device currents'],
  },
  check,
}
