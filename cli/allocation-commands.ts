import {
  alternatives,
  compareBoards,
  conflictOf,
  degreeOf,
  drawbackCount,
  lossesOn,
  forcePlace,
  gapOf,
  layOut,
  solveProblem,
  sortBoards,
  waysOut,
  type Allocation,
  type Alternative,
  type Forced,
  type Problem,
  type Score,
  type SearchLimits,
} from '#core/allocation'
import { soundWays } from '#core/engine'
import { placeLabel, resolvePlan, splitKey, type Plan } from '#core/plan'
import { figure, formatAmps } from '#core/units'
import { shippedLibrary } from './files'
import { print, readPlanFile, thorough, Unusable } from './output'

async function solved(plan: Plan): Promise<{ problem: Problem; base: Allocation; limits: SearchLimits }> {
  const problem = layOut(resolvePlan(plan))
  const limits = await thorough()
  return { problem, base: solveProblem(problem, plan, limits), limits }
}

function nameOf(plan: Plan, key: string): string {
  const [device, part] = splitKey(key)
  return `${plan.devices.find(({ id }) => id === device)?.name ?? device} (${part})`
}

const scoreText = ({ unkeptLocks, unmetMusts, unmetWishes, risk, moves }: Score) =>
  `${unkeptLocks ? `locks not kept ${unkeptLocks}, ` : ''}musts without place ${unmetMusts}, wishes ${unmetWishes.join('/')}, drawbacks weigh ${risk}, moves ${moves}`

/** Prints the best allocation, the next best ones that really differ, and for each need without a place why and what to do. */
export async function allocateCommand(file: string, options: { json?: boolean; alternatives?: string }): Promise<void> {
  const plan = readPlanFile(file)
  const count = Number(options.alternatives ?? 0)
  if (!Number.isInteger(count) || count < 0 || count > 20)
    throw new Unusable(`--alternatives ${options.alternatives}: expected a number from 0 to 20`)
  const { problem, base, limits } = await solved(plan)
  const others = count ? alternatives(problem, plan, base, count, limits) : []
  const boards = Object.values(shippedLibrary().boards)
  const conflicts = base.unmet.map((key) => {
    const conflict = conflictOf(problem, base, key, limits)
    return { ...conflict, waysOut: soundWays(plan, waysOut(problem, base, conflict, boards, limits), limits) }
  })
  process.exitCode = base.score.unmetMusts ? 1 : 0
  if (options.json) {
    print(JSON.stringify({ allocation: base, alternatives: others, conflicts }, null, 2))
    return
  }
  for (const [key, { place }] of Object.entries(base.assignment))
    print(`${nameOf(plan, key).padEnd(40)} ${placeLabel(place, plan)}`)
  print(`${base.proven ? 'proven best' : `not proven best: ${gapOf(base)}`}; ${scoreText(base.score)}`)
  for (const { key, needs, choices, waysOut: ways } of conflicts) {
    const held = choices.map(
      (choice) =>
        `${choice.kind} of ${nameOf(plan, choice.key)} ${choice.kind === 'lock' ? 'to' : 'off'} ${placeLabel(choice.place, plan)}`,
    )
    print(
      `${nameOf(plan, key)} has no place: it cannot be had together with ${[...needs.map((need) => nameOf(plan, need)), ...held].join(', ') || 'anything'}`,
    )
    for (const way of ways) print(`  way out: ${way.label}`)
  }
  others.forEach((other, at) => print(`alternative ${at + 1}: ${alternativeText(plan, other)}`))
}

function alternativeText(plan: Plan, { moves, gives, saves, loses, gains, score }: Alternative): string {
  return [
    scoreText(score),
    moves.length
      ? `moves ${moves.map(({ key, to }) => `${nameOf(plan, key)} to ${to ? placeLabel(to, plan) : 'no place'}`).join(', ')}`
      : '',
    gives.length ? `costs ${gives.map(({ key, reason }) => `${nameOf(plan, key)}: ${reason.text}`).join('; ')}` : '',
    saves.length ? `saves ${saves.map(({ key, reason }) => `${nameOf(plan, key)}: ${reason.text}`).join('; ')}` : '',
    loses.length ? `loses ${loses.map((key) => nameOf(plan, key)).join(', ')}` : '',
    gains.length ? `gains ${gains.map((key) => nameOf(plan, key)).join(', ')}` : '',
  ]
    .filter(Boolean)
    .join('\n  ')
}

/** Prints how the fit-out would sit on every board and revision, best first. */
export async function boardsCommand(file: string, { json }: { json?: boolean }): Promise<void> {
  const plan = readPlanFile(file)
  const library = shippedLibrary()
  const fits = sortBoards([...compareBoards(plan, Object.values(library.boards), await thorough())])
  if (json) {
    print(
      JSON.stringify(
        fits.map(({ assignment: _, supplies: __, ...fit }) => fit),
        null,
        2,
      ),
    )
    return
  }
  for (const fit of fits) {
    const { name, revision, verdict, drawbacks, sparePorts, spareCurrent, mass, batterySuits } = fit
    const words = {
      fits: 'fits fully',
      cost: 'fits with costs',
      lost: `loses ${lossesOn(fit, (key) => nameOf(plan, key)).join(', ')}`,
    }[verdict]
    const battery = batterySuits ? '' : '; the battery does not suit'
    print(
      `${`${name} rev ${revision}`.padEnd(20)} ${words}; ${drawbackCount(drawbacks)}; ${sparePorts} ports and ${formatAmps(spareCurrent)} spare; ${figure(mass, 'g', 1)}${battery}`,
    )
  }
}

/** Prints what a place is to a need: fits, at what cost, or why not; and who would have to move. */
export async function whyCommand(file: string, options: { need: string; place: string; json?: boolean }): Promise<void> {
  const plan = readPlanFile(file)
  const { problem, base, limits } = await solved(plan)
  const want = problem.wants.find(({ key }) => key === options.need)
  if (!want)
    throw new Unusable(
      `--need ${options.need}: there is no such need; there are ${problem.wants.map(({ key }) => key).join(', ')}`,
    )
  const place = want.verdicts.find(({ place }) => place === options.place || place.endsWith(`:${options.place}`))?.place
  if (!place)
    throw new Unusable(
      `--place ${options.place}: no place for this need; there are ${want.verdicts.map((verdict) => verdict.place).join(', ')}`,
    )
  const forced = forcePlace(problem, plan, base, options.need, place, limits)
  process.exitCode = forced.possible ? 0 : 1
  if (options.json) print(JSON.stringify(forced, null, 2))
  else printForced(plan, forced)
}

function printForced(plan: Plan, { key, place, possible, refusals, reasons, moves, losers, worse }: Forced): void {
  print(
    `${nameOf(plan, key)} on ${placeLabel(place, plan)}: ${!possible ? 'cannot' : reasons.some(({ risk }) => risk) ? 'fits at a cost' : 'fits'}`,
  )
  for (const { rule, text, risk } of possible ? reasons : refusals)
    print(`  ${rule} ${text}${risk ? ` (${degreeOf(risk).word} drawback)` : ''}`)
  for (const move of moves)
    print(
      `  moves ${nameOf(plan, move.key)} from ${move.from ? placeLabel(move.from, plan) : 'no place'} to ${placeLabel(move.to!, plan)}`,
    )
  for (const loser of losers) print(`  leaves ${nameOf(plan, loser)} unplaced`)
  if (possible) print(`  change of score: ${scoreText(worse)}`)
}
