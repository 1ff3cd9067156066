import { layOut, solveProblem } from '#core/allocation'
import { protocolsOf, type BoardDefinition } from '#core/catalogue'
import { adopt } from '#core/engine'
import { applyEdit, newPlan, resolvePlan, type Edit, type Plan, type Priority } from '#core/plan'
import { library } from './plans'
import { drawing } from './random-packing'

/** A plan of so many devices of the catalogue on a board of it, with some places taken before, locks and bans; the same for each seed. */
export function drawnPlan(seed: number, devices: number, board?: BoardDefinition): Plan {
  const draw = drawing(seed)
  const definition = board ?? onePin(draw.of(Object.values(library.boards)), draw.chance(0.25))
  const revision = draw.of(Object.keys(definition.revisions))
  const firmware = draw.of(Object.keys(definition.firmwares))
  const edits = Array.from({ length: devices }, (_, at): Edit => {
    const device = draw.of(Object.values(library.devices))
    const variant = draw.of(Object.keys(device.variants))
    const priority = draw.of<Priority>(['must', 1, 2, 3])
    return {
      type: 'device.add',
      definition: device,
      protocols: protocolsOf(library.protocols, device),
      device: { id: `d${at}`, definition: device.id, variant, name: `D${at}`, priority, leftOut: [] },
    }
  })
  const empty = newPlan('Drawn', definition)
  const plan = edits.reduce(applyEdit, { ...empty, board: { ...empty.board, revision, firmware } })
  if (draw.chance(0.5)) return plan
  const { wants } = layOut(resolvePlan(plan))
  return Array.from({ length: 1 + draw.below(6) }, () => draw.of(wants)).reduce((current, want): Plan => {
    const { placement } = want.candidates.length ? draw.of(want.candidates) : {}
    if (!placement) return current
    const { place } = placement
    const what = draw.of(['lock', 'ban', 'before'] as const)
    if (what === 'lock') return { ...current, locks: { ...current.locks, [want.key]: place } }
    if (what === 'ban') return { ...current, bans: { ...current.bans, [want.key]: [place] } }
    return want.supply
      ? { ...current, supplies: { ...current.supplies, [want.key]: place } }
      : { ...current, assignment: { ...current.assignment, [want.key]: placement } }
  }, plan)
}

/** The same as it stands once it is allocated, and allocated anew after each edit. */
export function drawnBuild(seed: number, devices: number): Plan {
  const plan = { ...drawnPlan(seed, devices), automatic: true }
  return adopt(plan, solveProblem(layOut(resolvePlan(plan)), plan))
}

/** The board with TX and RX of its second port on one pin. */
function onePin(board: BoardDefinition, wanted: boolean): BoardDefinition {
  const [, port] = Object.values(board.ports)
  if (!wanted || !port?.tx || !port.rx) return board
  const [, id] = Object.keys(board.ports)
  const changed = structuredClone(board)
  changed.ports[id!]!.rx = { ...port.tx }
  for (const { functions } of Object.values(changed.pins)) {
    const at = functions.findIndex(({ as, of }) => as === 'uart-rx' && of === id)
    if (at >= 0) functions.splice(at, 1)
  }
  changed.pins[port.tx.pin]!.functions.push({ as: 'uart-rx', of: id! })
  const bare = { name: 'a', note: '', differences: {} }
  return { ...changed, revisions: { a: bare }, firmwares: { a: bare } }
}
