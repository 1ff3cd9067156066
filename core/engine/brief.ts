import { check, checkContext, openFindings, severities, type Severity } from '../checks'
import { frameBoxes, motorSpots, outlineOf } from '../harness'
import { partNames, resolvePlan, type Plan, type ResolvedPlan } from '../plan'
import { begun } from './analyse'

/** A craft seen from above, small: whole mm from its middle, down the picture as y grows. */
export interface CraftPicture {
  size: number
  lines: [x: number, y: number][][]
  motors: [x: number, y: number][]
  parts: [left: number, top: number, width: number, height: number][]
}

/** What a list of builds shows of one. */
export interface Brief {
  board: string
  devices: number
  /** What it is made of: names of the board and of the devices' definitions, each once. */
  parts: string[]
  allocated: boolean
  note: string
  picture: CraftPicture
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
    picture: pictureOf(resolved),
    findings,
  }
}

function pictureOf(resolved: ResolvedPlan): CraftPicture {
  const { outline, size } = resolved.plan.craft
  const whole = Math.round
  const point = ({ x, y }: { x: number; y: number }): [number, number] => [whole(x), whole(-y)]
  return {
    size,
    lines: outlineOf(resolved.plan.craft).map((line) => line.map(point)),
    motors: motorSpots(outline, size).map(point),
    parts: frameBoxes(resolved, 'top').map(({ x, y, width, height }) => [
      whole(x - width / 2),
      whole(y - height / 2),
      whole(width),
      whole(height),
    ]),
  }
}
