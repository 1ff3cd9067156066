import { check, checkContext, openFindings, severities, type Severity } from '../checks'
import { partNames, resolvePlan, type Plan } from '../plan'
import { begun } from './analyse'

/** What a list of builds shows of one. */
export interface Brief {
  board: string
  devices: number
  /** What it is made of: names of the board and of the devices' definitions, each once. */
  parts: string[]
  allocated: boolean
  note: string
  /** Findings of the plan as it stands, by severity. */
  findings: Record<Severity, number>
}

/**
 * A short look at a plan as it stands; nothing is allocated for it.
 * @throws RangeError when the plan names what it does not hold
 */
export function briefOf(plan: Plan): Brief {
  const resolved = resolvePlan(plan)
  const findings = Object.fromEntries(severities.map((severity) => [severity, 0])) as Brief['findings']
  for (const { severity } of openFindings(check(checkContext(resolved)))) findings[severity] += 1
  return {
    board: `${resolved.board.name} rev ${plan.board.revision}`,
    devices: plan.devices.length,
    parts: partNames(plan),
    allocated: begun(plan),
    note: plan.note,
    findings,
  }
}
