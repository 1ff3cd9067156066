import type { BoardDefinition } from '../catalogue'
import { applyEdit, describeEdit, resolvePlan, splitKey, type Edit, type Place, type Plan } from '../plan'
import { solveProblem, type Allocation } from './allocate'
import type { SearchLimits } from './packing'
import { layOut, type Problem } from './problem'

/** What cannot all be had at once. */
export interface Conflict {
  /** The need or supply that found no place. */
  key: string
  /** Needs that cannot all be met together; taking away any one of them would do. */
  needs: string[]
  /** Locks and bans that take part. */
  choices: { key: string; place: Place; kind: 'lock' | 'ban' }[]
}

/** An edit, or two together, after which the need has its place and no other has lost one that counts as much. */
export interface WayOut {
  label: string
  edit: Edit
  /** What would be without a place afterwards. */
  unmet: string[]
  /** Names of devices that it gives up besides. */
  givesUp: string[]
}

/**
 * A smallest conflict around a need without a place: found by taking away one
 * need, lock or ban after another and keeping only those without which the rest
 * would fit; of several orders the shortest result.
 */
export function conflictOf(problem: Problem, base: Allocation, key: string, limits: SearchLimits = {}): Conflict {
  const { plan } = problem.resolved
  const others = problem.wants.map((want) => want.key).filter((other) => other !== key && !base.unmet.includes(other))
  const choices = choicesOf(plan)
  const orders = [[...others], [...others].reverse()]
  const shortest = orders
    .map((order) => shrink(problem, key, order, choices, limits))
    .sort((a, b) => a.needs.length + a.choices.length - b.needs.length - b.choices.length)
  return shortest[0]!
}

function choicesOf(plan: Plan): Conflict['choices'] {
  return [
    ...Object.entries(plan.locks).map(([key, place]) => ({ key, place, kind: 'lock' as const })),
    ...Object.entries(plan.bans).flatMap(([key, places]) => places.map((place) => ({ key, place, kind: 'ban' as const }))),
  ]
}

function shrink(problem: Problem, key: string, others: string[], choices: Conflict['choices'], limits: SearchLimits): Conflict {
  let needs = others
  let held = choices
  for (const choice of choices) {
    const fewer = held.filter((other) => other !== choice)
    if (!fitsTogether(problem, [key, ...needs], fewer, limits)) held = fewer
  }
  for (const other of others) {
    const fewer = needs.filter((need) => need !== other)
    if (!fitsTogether(problem, [key, ...fewer], held, limits)) needs = fewer
  }
  return { key, needs, choices: held }
}

/** Whether some needs can all be met under some locks and bans, nothing else being wanted. */
function fitsTogether(problem: Problem, keys: string[], choices: Conflict['choices'], limits: SearchLimits): boolean {
  const wanted = new Set(keys)
  const without = new Set(problem.wants.map((want) => want.key).filter((key) => !wanted.has(key)))
  const locks = Object.fromEntries(choices.filter(({ kind }) => kind === 'lock').map(({ key, place }) => [key, place]))
  const bans: Record<string, Place[]> = {}
  for (const { key, place, kind } of choices) if (kind === 'ban') bans[key] = [...(bans[key] ?? []), place]
  const { unmet } = solveProblem(problem, { locks, bans, without }, limits)
  return !unmet.some((key) => wanted.has(key))
}

/**
 * All smallest ways out for a need without a place: single edits that do, or
 * pairs of edits when none does alone. Each was tried by a search of its own.
 * @param boards other boards to try, besides revisions of the present one
 */
export function waysOut(
  problem: Problem,
  base: Allocation,
  conflict: Conflict,
  boards: BoardDefinition[] = [],
  limits: SearchLimits = {},
): WayOut[] {
  const { plan } = problem.resolved
  const edits = possibleEdits(plan, conflict, boards)
  const single = edits.flatMap((edit) => tryEdit(plan, base, conflict.key, edit, limits))
  if (single.length) return single
  const small = edits.filter((edit) => edit.type !== 'board.choose')
  const pairs = small.flatMap((edit, at) => small.slice(at + 1).map((other) => [edit, other] as const))
  return pairs.slice(0, 300).flatMap(([one, other]) => {
    if (limits.stopped?.()) return []
    const label = `${describeEdit(one, plan)}, and ${lowerFirst(describeEdit(other, plan))}`
    return tryEdit(plan, base, conflict.key, { type: 'several', label, edits: [one, other] }, limits)
  })
}

function lowerFirst(text: string): string {
  return text[0]!.toLowerCase() + text.slice(1)
}

function possibleEdits(plan: Plan, { key, needs, choices }: Conflict, boards: BoardDefinition[]): Edit[] {
  const involved = [key, ...needs]
  const devices = [...new Set(involved.map((key) => splitKey(key)[0]))].map((id) =>
    plan.devices.find((device) => device.id === id)!,
  )
  const board = plan.definitions.boards[plan.board.definition]!
  return [
    ...choices.map(({ key: need, place, kind }): Edit =>
      kind === 'lock' ? { type: 'need.unlock', need } : { type: 'need.allow', need, place },
    ),
    ...devices.flatMap((device) =>
      Object.keys(plan.definitions.devices[device.definition]!.variants)
        .filter((variant) => variant !== device.variant)
        .map((variant): Edit => ({ type: 'device.variant', device: device.id, variant })),
    ),
    ...needs.filter((need) => isWish(plan, need)).map((need): Edit => ({ type: 'need.leave-out', need, leftOut: true })),
    ...Object.keys(board.revisions)
      .filter((revision) => revision !== plan.board.revision)
      .map((revision): Edit => ({ type: 'board.revision', revision })),
    ...Object.keys(board.firmwares)
      .filter((firmware) => firmware !== plan.board.firmware)
      .map((firmware): Edit => ({ type: 'board.firmware', firmware })),
    ...boards
      .filter(({ id }) => id !== board.id)
      .map((definition): Edit => ({
        type: 'board.choose',
        definition,
        revision: Object.keys(definition.revisions).at(-1)!,
        firmware: Object.keys(definition.firmwares).at(-1)!,
      })),
  ]
}

/** How much a device counts: 0 for a must, then wishes 1 to 3. */
function rankOf(plan: Plan, key: string): number {
  const priority = plan.devices.find((device) => device.id === splitKey(key)[0])?.priority
  return priority === 'must' || priority === undefined ? 0 : priority
}

function isWish(plan: Plan, key: string): boolean {
  return plan.devices.find((device) => device.id === splitKey(key)[0])?.priority !== 'must'
}

function tryEdit(plan: Plan, base: Allocation, key: string, edit: Edit, limits: SearchLimits): WayOut[] {
  if (limits.stopped?.()) return []
  const after = applyEdit(plan, edit)
  const problem = layOut(resolvePlan(after))
  const wanted = problem.wants.some((want) => want.key === key)
  const { unmet } = solveProblem(problem, after, limits)
  const rank = (key: string) => rankOf(after, key)
  const newly = unmet.filter((other) => !base.unmet.includes(other))
  if (!wanted || unmet.includes(key) || newly.some((other) => rank(other) <= rank(key))) return []
  const given = [...new Set(newly.map((other) => after.devices.find(({ id }) => id === splitKey(other)[0])!.name))]
  return [
    { label: describeEdit(edit, plan) + (given.length ? `, giving up ${given.join(', ')}` : ''), edit, unmet, givesUp: given },
  ]
}
