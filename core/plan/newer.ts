import type { BoardDefinition, Definition, DeviceDefinition, ProtocolDefinition } from '../catalogue'
import { sameValue } from '../editing'
import type { Edit } from './edit'
import type { Plan } from './plan'

/** A definition that a plan uses, as it was chosen, and as it is in the catalogue now. */
export interface NewerDefinition<D extends Definition = Definition> {
  inPlan: D
  inCatalogue: D
}

interface Definitions {
  boards: Readonly<Record<string, BoardDefinition>>
  devices: Readonly<Record<string, DeviceDefinition>>
  protocols: Readonly<Record<string, ProtocolDefinition>>
}

/** The definitions that a plan uses and that are otherwise in the catalogue: its board, its devices, then protocols. */
export function newerDefinitions(plan: Pick<Plan, 'board' | 'devices' | 'definitions'>, library: Definitions): NewerDefinition[] {
  const devices = [...new Set(plan.devices.map(({ definition }) => definition))]
  const { definitions } = plan
  const pairs: (readonly [Definition?, Definition?])[] = [
    [definitions.boards[plan.board.definition], library.boards[plan.board.definition]],
    ...devices.map((id) => [definitions.devices[id], library.devices[id]] as const),
    ...Object.values(definitions.protocols).map((used) => [used, library.protocols[used.id]] as const),
  ]
  return pairs.flatMap(([inPlan, inCatalogue]) =>
    inPlan && inCatalogue && !sameValue(inPlan, inCatalogue) ? [{ inPlan, inCatalogue }] : [],
  )
}

/** One step that takes such definitions as the catalogue has them. */
export function takeNewer(newer: readonly NewerDefinition[]): Edit {
  const edits = newer.map(({ inCatalogue }): Edit => ({ type: 'definition.update', definition: inCatalogue }))
  if (edits.length === 1) return edits[0]!
  return { type: 'several', label: `Take ${edits.length} newer definitions`, edits }
}
