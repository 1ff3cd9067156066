import { wireListCsv } from '#core/documents'
import type { Wire } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'
import { download } from './download'

/** Hands over the wire list as a file; a module of its own, since it comes with all that writes papers. */
export function saveWireList(plan: Plan, wires: Wire[]): void {
  download(`${plan.name} wires.csv`, 'text/csv', wireListCsv(resolvePlan(plan), wires))
}
