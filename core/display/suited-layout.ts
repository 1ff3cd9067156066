import type { Anchored, ResolvedPlan } from '../plan'
import { elementOf } from './elements'
import { faultsOf } from './faults'
import { displayOf, fedSources, type DisplayKind } from './screen'

/** What a pilot looks for first, in the order in which it gets its place: what the battery has left, time and link before position. */
const wishes: [element: string, at: Anchored][] = [
  ['volts', { across: 'left', column: 1, down: 'top', row: 1 }],
  ['warnings', { across: 'middle', column: 0, down: 'bottom', row: -3 }],
  ['timer', { across: 'right', column: -1, down: 'top', row: 1 }],
  ['quality', { across: 'right', column: -1, down: 'top', row: 2 }],
  ['amps', { across: 'left', column: 1, down: 'top', row: 2 }],
  ['used', { across: 'left', column: 1, down: 'bottom', row: -1 }],
  ['satellites', { across: 'right', column: -1, down: 'bottom', row: -1 }],
  ['home', { across: 'right', column: -1, down: 'bottom', row: -2 }],
  ['altitude', { across: 'right', column: -1, down: 'middle', row: 0 }],
  ['speed', { across: 'left', column: 1, down: 'middle', row: 0 }],
]

/** A layout to begin with: what the fit-out feeds, each where it stands whole on the display that is fitted. */
export function suitedLayout(
  resolved: ResolvedPlan,
  display: DisplayKind | undefined = displayOf(resolved),
): Record<string, Anchored> {
  const fed = fedSources(resolved)
  return wishes.reduce<Record<string, Anchored>>((elements, [id, at]) => {
    const found = elementOf(id)
    if (!display || !found || !fed.has(found.source)) return elements
    const more = { ...elements, [id]: at }
    return faultsOf({ name: '', elements: more }, display).length ? elements : more
  }, {})
}
