import { referTo } from '../../../plan'
import { isPartPort } from '../../../suitability'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { fitWire, placeReports } from '../../reports'
import { strayReports } from '../../stray-reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'SER-07')
  for (const link of context.links) {
    for (const wire of context.wires.filter(({ need, omitted }) => need === link.need.key && omitted)) {
      yield {
        subjects: [referTo('wire', wire.id), ...aboutLink(link)],
        fact: `${wire.number} (${wire.from.label}) of ${needName(link.need)} is left off, but the link needs it`,
        fixes: [fitWire(wire)],
      }
    }
  }
  // At the port of another part the wires end at terminals, as those of pads do.
  yield* strayReports(context, ['port'], ({ key }) => isPartPort(context.resolved.plan.assignment[key]))
}

export const linesPresent: Rule = {
  meta: {
    id: 'SER-07',
    family: 'serial',
    severity: 'fix',
    title: 'Each needed line is there',
    why: 'A link that asks and answers needs both lines. Without one of them questions go out unanswered, or answers come to questions nobody asked.',
    reads: ['port lines', 'wires', 'needs'],
  },
  check,
}
