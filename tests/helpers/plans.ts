import { demoPlans, shippedLibrary } from '../../cli/files'
import { adopt, analyse } from '#core/engine'
import { applyEdit, type Edit, type Plan } from '#core/plan'
import { protocolsOf } from '#core/catalogue'

export const library = shippedLibrary()
const plans = new Map(demoPlans(library).map(({ id, plan }) => [id, plan]))
const allocatedPlans = new Map<DemoName, Plan>()

export type DemoName = 'spillway-hex' | 'culvert-scout' | 'fellside-mapper'

/** A demo build, not yet allocated, after some edits. */
export function demo(name: DemoName, ...edits: Edit[]): Plan {
  return edits.reduce(applyEdit, plans.get(name)!)
}

/** A plan as the engine allocates it, after some edits; further edits are not answered by the engine. */
export function allocated(name: DemoName, ...edits: Edit[]): Plan {
  let plan = allocatedPlans.get(name)
  if (!plan) {
    const first = plans.get(name)!
    allocatedPlans.set(name, (plan = adopt(first, analyse(first).proposal)))
  }
  return edits.reduce(applyEdit, plan)
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
