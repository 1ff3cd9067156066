import type { Anchored, Edit, Plan } from '#core/plan'
import { edited, factsOf, findingsOf, settledBy } from './findings'
import { allocated, type DemoName } from './plans'

/** A cell counted from an edge, or from the middle, of the first row. */
export const at = (column: number, row: number, across: Anchored['across'] = 'left'): Anchored => ({
  across,
  column,
  down: 'top',
  row,
})

/** A demo build with one layout, “Near”, of these elements, and no other. */
export function shown(elements: Record<string, Anchored>, name: DemoName = 'spillway-hex', ...edits: Edit[]): Plan {
  const plan = edited({ ...allocated(name), displays: {} }, ...edits)
  return edited(plan, { type: 'display.set', display: 'd1', layout: { name: 'Near', elements } })
}

/** What a rule says of a layout alone, and whether its first fix settles it. */
export function judged(rule: string, elements: Record<string, Anchored>) {
  const plan = shown(elements)
  const [first] = findingsOf(plan, rule)
  return { facts: factsOf(plan, rule), settled: first !== undefined && settledBy(plan, first) }
}
