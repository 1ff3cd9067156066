import { demoPlans, shippedLibrary } from '../../cli/files'
import { checkContext, check, rules, type Finding } from '#core/checks'
import { adopt, analyse } from '#core/engine'
import { applyEdit, resolvePlan, type Edit, type Placement, type Plan } from '#core/plan'
import { protocolsOf, type BoardDefinition, type DeviceDefinition } from '#core/catalogue'

export const library = shippedLibrary()
const plans = new Map(demoPlans(library).map(({ id, plan }) => [id, plan]))

export type DemoName = 'spillway-hex' | 'culvert-scout' | 'fellside-mapper'

/** A demo build, not yet allocated, after some edits. */
export function demo(name: DemoName, ...edits: Edit[]): Plan {
  return edits.reduce(applyEdit, plans.get(name)!)
}

/** A plan as the engine allocates it, after some edits; further edits are not answered by the engine. */
export function allocated(name: DemoName, ...edits: Edit[]): Plan {
  const plan = plans.get(name)!
  return edits.reduce(applyEdit, adopt(plan, analyse(plan).proposal))
}

/** What one rule says of a plan as it stands. */
export function findingsOf(plan: Plan, rule: string): Finding[] {
  const chosen = rules.filter(({ meta }) => meta.id === rule)
  if (!chosen.length) throw new Error(`there is no rule ${rule}`)
  return check(checkContext(resolvePlan(plan)), chosen)
}

/** An edit that adds a device of the shipped catalogue. */
export function add(definition: string, id = definition, variant?: string): Edit {
  const found = library.devices[definition]!
  return {
    type: 'device.add',
    definition: found,
    protocols: protocolsOf(library.protocols, found),
    device: { id, definition, variant: variant ?? Object.keys(found.variants)[0]!, name: id, priority: 'must', leftOut: [] },
  }
}

/** An edit that replaces a device's definition in the plan by a changed one. */
export function change(plan: Plan, definition: string, edit: (draft: DeviceDefinition) => void): Plan {
  const draft = structuredClone(plan.definitions.devices[definition]!)
  edit(draft)
  return applyEdit(plan, { type: 'definition.update', definition: draft })
}

/** Applies the fix of that number and says whether the rule is then silent about the same subject. */
export function settledBy(plan: Plan, finding: Finding, fix = 0): boolean {
  const after = applyEdit(plan, finding.fixes[fix]!.edit)
  return !findingsOf(after, finding.rule).some(({ id }) => id === finding.id)
}

/** A plan as allocated, with some needs put elsewhere by hand. */
export function moved(name: DemoName, places: Record<string, Placement>, ...edits: Edit[]): Plan {
  const plan = allocated(name)
  const assignment = { ...plan.assignment, ...places }
  return edits.reduce(applyEdit, applyEdit(plan, { type: 'assignment.adopt', assignment, supplies: plan.supplies }))
}

/** A plan whose board definition is changed. */
export function onBoard(plan: Plan, edit: (draft: BoardDefinition) => void): Plan {
  const draft = structuredClone(plan.definitions.boards[plan.board.definition]!)
  edit(draft)
  return applyEdit(plan, { type: 'definition.update', definition: draft })
}

/** The facts a rule states. */
export function factsOf(plan: Plan, rule: string): string[] {
  return findingsOf(plan, rule).map(({ fact }) => fact)
}
