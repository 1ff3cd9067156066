import { openFindings, type Finding } from '#core/checks'
import { writeFileSync } from 'node:fs'
import { harnessSvg, wireListCsv } from '#core/documents'
import { drawbackCount, drawbacksOf } from '#core/allocation'
import { adopt, analyse, begun, type Analysis } from '#core/engine'
import {
  defaultLayers,
  drawHarness,
  paperRoom,
  powerStates,
  wiresOf,
  type Layer,
  type Layers,
  type PowerState,
  type WireEnd,
} from '#core/harness'
import { boardId, placeLabel, resolvePlan, splitKey, type Plan } from '#core/plan'
import { figure, formatAmps, formatVolts, plain } from '#core/units'
import { demoPlans } from './files'
import { print, readPlanFile, thorough, Unusable } from './output'

/** A plan not yet allocated is looked at as the engine would allocate it. */
export async function allocated(plan: Plan): Promise<{ plan: Plan; analysis: Analysis }> {
  const limits = await thorough()
  const analysis = analyse(plan, limits)
  if (begun(plan)) return { plan, analysis }
  const ready = adopt(plan, analysis.proposal)
  return { plan: ready, analysis: analyse(ready, limits) }
}

/** Prints allocation and findings; sets exit code 1 when any finding is stop or fix. */
export async function analyseCommand(file: string, { json }: { json?: boolean }): Promise<void> {
  const { plan, analysis } = await allocated(readPlanFile(file))
  const { proposal, findings, wires, rails, grid } = analysis
  if (json)
    print(
      JSON.stringify({ assignment: plan.assignment, supplies: plan.supplies, proposal, findings, rails, grid, wires }, null, 2),
    )
  else printAnalysis(plan, analysis)
  const grave = openFindings(findings).some(({ severity }) => severity === 'stop' || severity === 'fix')
  process.exitCode = grave || proposal.score.unmetMusts ? 1 : 0
}

function printAnalysis(plan: Plan, { proposal, findings }: Analysis): void {
  const { score, proven, unmet } = proposal
  const name = (key: string) => `${plan.devices.find(({ id }) => id === splitKey(key)[0])?.name ?? key} ${splitKey(key)[1]}`
  print(`${plan.name}, ${plan.definitions.boards[plan.board.definition]!.name} rev ${plan.board.revision}`)
  for (const [key, { place, protocol, baud, during }] of Object.entries(plan.assignment)) {
    print(`  ${name(key).padEnd(34)} ${placeLabel(place, plan)} ${[protocol, baud, during].filter(Boolean).join(' ')}`.trimEnd())
  }
  for (const key of unmet) print(`  ${name(key).padEnd(34)} no place`)
  print(
    `  ${proven ? 'proven best' : 'not proven best'}; musts without place ${score.unmetMusts}, wishes ${score.unmetWishes.join('/')}, ${drawbackCount(drawbacksOf(proposal).length)}`,
  )
  findings.forEach(printFinding)
}

function printFinding({ severity, rule, fact, fixes, accepted }: Finding): void {
  if (accepted !== undefined) return print(`ok    ${rule} ${fact} [accepted: ${accepted}]`)
  print(`${severity.padEnd(5)} ${rule} ${fact}${fixes.length ? ` [${fixes.map(({ label }) => label).join(' | ')}]` : ''}`)
}

/** Prints the wire list. */
export async function wiresCommand(file: string, { csv }: { csv?: boolean }): Promise<void> {
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  if (csv) {
    process.stdout.write(wireListCsv(resolved, wires))
    return
  }
  const end = ({ device, label }: WireEnd) => `${device ? (resolved.device(device)?.instance.name ?? device) : 'board'} ${label}`
  for (const wire of wires.filter(({ omitted }) => !omitted)) {
    print(
      `${wire.number.padEnd(4)} ${end(wire.from).padEnd(30)} ${end(wire.to).padEnd(26)} ${wire.colour} AWG ${wire.gauge} ${figure(wire.length, 'mm')}`,
    )
  }
}

/** Prints the power tree and what lives in a state. @throws Unusable for an unknown state */
export async function powerCommand(file: string, { json, state }: { json?: boolean; state: string }): Promise<void> {
  if (!powerStates.includes(state as PowerState)) throw new Unusable(`--state ${state}: expected ${powerStates.join(', ')}`)
  const { plan, analysis } = await allocated(readPlanFile(file))
  const { rows, states, unfed } = analysis.power
  if (json) {
    print(JSON.stringify({ state, ...states[state as PowerState], rows, unfed }, null, 2))
    return
  }
  const board = plan.definitions.boards[plan.board.definition]!.name
  const name = (id: string) => (id === boardId ? board : (plan.devices.find((device) => device.id === id)?.name ?? id))
  for (const row of rows) {
    const volts = row.full === row.empty ? formatVolts(row.full) : `${formatVolts(row.empty)} to ${formatVolts(row.full)}`
    const heat = row.heat && row.heat.typical > 0.05 ? `, ${figure(row.heat.typical, 'W')} of heat` : ''
    const live = row.alive[state as PowerState] ? '' : ', dead'
    print(
      `${'  '.repeat(row.depth)}${row.label}: ${volts}, ${formatAmps(row.typical)} typical, ${formatAmps(row.peak)} peak of ${formatAmps(row.limit)}${heat}${live}`,
    )
    for (const leaf of row.fed) {
      print(
        `${'  '.repeat(row.depth + 1)}- ${name(leaf.device)} ${formatAmps(leaf.peak)} peak, gets ${formatVolts(leaf.empty)} after ${plain(leaf.drop, 3)} V of wire`,
      )
    }
  }
  const { alive, dead } = states[state as PowerState]
  print(`live (${state}): ${alive.map(name).join(', ') || 'none'}`)
  print(`dead (${state}): ${dead.map(name).join(', ') || 'none'}`)
}

/** Writes the harness drawing as SVG. @throws Unusable for an unknown layer or a file that cannot be written */
export async function drawCommand(file: string, { svg, layers }: { svg: string; layers: string }): Promise<void> {
  const wanted = layers.split(',').map((layer) => layer.trim())
  const unknown = wanted.find((layer) => !Object.hasOwn(defaultLayers, layer))
  if (unknown !== undefined) throw new Unusable(`--layers ${unknown}: expected ${Object.keys(defaultLayers).join(', ')}`)
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  const shown = Object.fromEntries((Object.keys(defaultLayers) as Layer[]).map((kind) => [kind, wanted.includes(kind)])) as Layers
  const text = harnessSvg(drawHarness(resolved, wiresOf(resolved), shown, { room: paperRoom }), plan.name)
  if (svg === '-') {
    process.stdout.write(text)
    return
  }
  try {
    writeFileSync(svg, text)
  } catch (error) {
    throw new Unusable(`${svg}: ${(error as Error).message}`)
  }
}

/** Prints a demo build as a plan file. @throws Unusable when there is none of that name */
export function demoPlanCommand(name: string): void {
  const plans = demoPlans()
  const found = plans.find(({ id }) => id === name)
  if (!found) throw new Unusable(`there is no demo build "${name}"; there are ${plans.map(({ id }) => id).join(', ')}`)
  print(JSON.stringify(found.plan, null, 2))
}
