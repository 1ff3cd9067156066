import { displayOf, fedSources, elementOf, sources } from '../../../display'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const layouts = Object.entries(resolved.plan.displays)
  const fed = fedSources(resolved)
  // Before anything has a place nothing is fed; that is told where needs are.
  const begun = Object.keys(resolved.plan.assignment).length > 0
  const display = displayOf(resolved)
  for (const [id, { name, elements }] of layouts) {
    if (!display && Object.keys(elements).length)
      yield {
        subjects: [referTo('layout', id)],
        fact: `${name}: nothing in the fit-out draws text; it wants an overlay, a board with an overlay chip, or a digital link with display text`,
        fixes: [{ label: `Remove ${name}`, edit: { type: 'display.remove', display: id } }],
      }
    for (const element of Object.keys(elements)) {
      const found = elementOf(element)
      if (found && (!begun || fed.has(found.source))) continue
      yield {
        subjects: [referTo('layout', `${id}/${element}`)],
        fact: found
          ? `${name}: ${found.name} stays blank: ${sources[found.source]} is not in the fit-out, or has no place`
          : `${name}: there is no element “${element}”`,
        fixes: [{ label: 'Take it off the display', edit: { type: 'display.place', display: id, element, at: null } }],
      }
    }
  }
}

export const fed: Rule = {
  meta: {
    id: 'DSP-06',
    family: 'display',
    severity: 'fix',
    title: 'What is shown is fed',
    why: 'A value whose source is not fitted stays blank or frozen. In the air a frozen value is worse than none.',
    reads: ['display layouts', 'assignment', 'device settings'],
  },
  check,
}
