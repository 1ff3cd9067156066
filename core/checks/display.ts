import { displayOf, faultsOf, type DisplayFault } from '../display'
import type { CheckContext, Report } from './context'
import { referTo } from '../plan'

/** What a rule says of all layouts on the display of the build; nothing where there is none to draw on. */
export function* displayReports({ resolved }: CheckContext, rule: DisplayFault['rule']): Iterable<Report> {
  const display = displayOf(resolved)
  if (!display) return
  for (const [id, layout] of Object.entries(resolved.plan.displays))
    for (const { element, fact } of faultsOf(layout, display).filter((fault) => fault.rule === rule))
      yield {
        subjects: [referTo('layout', `${id}/${element}`)],
        fact: `${layout.name}: ${fact}`,
        fixes: [{ label: 'Take it off the display', edit: { type: 'display.place', display: id, element, at: null } }],
      }
}
