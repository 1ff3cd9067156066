import { figure } from '../units'
import { wiresOf, type Wire } from '../harness'
import { sameValue } from '../editing'
import { keyOf, placeLabel, resolvePlan, splitKey, type DeviceInstance, type Plan, type ResolvedPlan } from '../plan'
import { endName, fittedWires } from './wire-tables'

/** One thing in which two plans differ. */
export interface Difference {
  kind: 'added' | 'gone' | 'moved' | 'changed'
  about: 'build' | 'device' | 'place' | 'supply' | 'wire' | 'setting'
  text: string
  /** The wire or the device that it is about, by id. */
  id?: string
}

/**
 * What the second of two plans has otherwise than the first, in words: of the build, its devices, the places
 * of their needs, their supplies, what is set by hand, and the wires that follow from all that.
 */
export function comparePlans(before: Plan, after: Plan): Difference[] {
  const [one, other] = [resolvePlan(before), resolvePlan(after)]
  return [
    ...buildDifferences(before, after),
    ...deviceDifferences(before, after),
    ...placeDifferences(one, other),
    ...settingDifferences(before, after),
    ...wireDifferences(one, other),
  ]
}

function* buildDifferences(before: Plan, after: Plan): Iterable<Difference> {
  const said = (label: string, of: (plan: Plan) => string): Difference[] => {
    const [was, is] = [of(before), of(after)]
    return was === is ? [] : [{ kind: 'changed', about: 'build', text: `${label}: ${was || 'none'} became ${is || 'none'}` }]
  }
  const board = ({ definitions, board: { definition, revision } }: Plan) => {
    const found = definitions.boards[definition]
    return `${found?.name ?? definition} ${found?.revisions[revision]?.name ?? revision}`
  }
  yield* said('Name', ({ name }) => name)
  yield* said('Note', ({ note }) => note)
  yield* said('Board', board)
  yield* said(
    'Firmware',
    ({ definitions, board: at }) => definitions.boards[at.definition]?.firmwares[at.firmware]?.name ?? at.firmware,
  )
  yield* said('Battery', ({ battery }) => `${battery.cells} cells ${battery.chemistry} ${figure(battery.capacity, 'mAh')}`)
  yield* said('Airframe', ({ craft }) => `${craft.outline} ${figure(craft.size, 'mm')}`)
}

function* deviceDifferences(before: Plan, after: Plan): Iterable<Difference> {
  const known = new Map(before.devices.map((device) => [device.id, device]))
  const now = new Map(after.devices.map((device) => [device.id, device]))
  for (const { id, name } of before.devices) if (!now.has(id)) yield { kind: 'gone', about: 'device', id, text: name }
  for (const device of after.devices) {
    const { id, name, variant, priority, leftOut } = device
    const was = known.get(id)
    if (!was) {
      yield { kind: 'added', about: 'device', id, text: name }
      continue
    }
    const changes = [
      was.name === name ? '' : `is called ${name}, was ${was.name}`,
      was.variant === variant ? '' : `${variantName(after, device)}, was ${variantName(before, was)}`,
      was.priority === priority ? '' : `${priorityWords(priority)}, was ${priorityWords(was.priority)}`,
      sameValue(was.leftOut, leftOut)
        ? ''
        : `does without ${leftOut.map((need) => needLabel(after, device, need)).join(', ') || 'nothing'}`,
      was.note === device.note ? '' : `note: ${device.note ?? 'none'}`,
    ].filter(Boolean)
    if (changes.length) yield { kind: 'changed', about: 'device', id, text: `${name}: ${changes.join('; ')}` }
  }
}

const variantName = ({ definitions }: Plan, { definition, variant }: DeviceInstance) =>
  definitions.devices[definition]?.variants[variant]?.name ?? variant
const needLabel = ({ definitions }: Plan, { definition }: DeviceInstance, need: string) =>
  definitions.devices[definition]?.needs[need]?.label ?? need

/** How much a device is wanted. */
export const priorityWords = (priority: Plan['devices'][number]['priority']) =>
  priority === 'must' ? 'must' : `wish ${priority}`

function* placeDifferences(one: ResolvedPlan, other: ResolvedPlan): Iterable<Difference> {
  const moved = (about: 'place' | 'supply', of: (plan: Plan) => Record<string, string | undefined>) => {
    const [was, is] = [of(one.plan), of(other.plan)]
    return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((key): Difference[] => {
      if (was[key] === is[key]) return []
      const from = was[key] === undefined ? 'no place' : placeLabel(was[key] as never, one.plan)
      const to = is[key] === undefined ? 'no place' : placeLabel(is[key] as never, other.plan)
      const kind = was[key] === undefined ? ('added' as const) : is[key] === undefined ? ('gone' as const) : ('moved' as const)
      const name = needWords(other, key) ?? needWords(one, key) ?? key
      const words = { added: to, gone: `was ${from}`, moved: `${from} to ${to}` }[kind]
      return [{ kind, about, id: splitKey(key)[0], text: `${name}: ${words}` }]
    })
  }
  yield* moved('place', ({ assignment }) => mapped(assignment, ({ place }) => place))
  yield* moved('supply', ({ supplies }) => supplies)
}

const mapped = <T, U>(map: Record<string, T>, of: (value: T) => U) =>
  Object.fromEntries(Object.entries(map).map(([key, value]) => [key, of(value)]))

function needWords(resolved: ResolvedPlan, key: string): string | undefined {
  const need = resolved.need(key)
  if (need) return `${need.fitted.instance.name} (${need.need.label})`
  const [owner] = splitKey(key)
  const supply = resolved.supplies.find((fitted) => fitted.key === key)
  return supply ? `Supply of ${resolved.device(owner)?.instance.name ?? resolved.board.name}` : undefined
}

function* settingDifferences(before: Plan, after: Plan): Iterable<Difference> {
  const sections = {
    links: 'Link set by hand',
    settings: 'Settings of',
    features: 'Feature',
    locks: 'Lock',
    bans: 'Bans',
  } as const
  for (const [section, label] of Object.entries(sections) as [keyof typeof sections, string][]) {
    const [was, is] = [before[section] as Record<string, unknown>, after[section] as Record<string, unknown>]
    for (const key of new Set([...Object.keys(was), ...Object.keys(is)])) {
      if (sameValue(was[key], is[key])) continue
      const kind = was[key] === undefined ? 'added' : is[key] === undefined ? 'gone' : 'changed'
      yield { kind, about: 'setting', text: `${label}: ${keyWords(after, key)}` }
    }
  }
}

const keyWords = (plan: Plan, key: string) => {
  const [owner, need] = splitKey(key)
  const device = plan.devices.find(({ id }) => id === owner)
  if (!device) return key
  return need ? `${device.name} (${needLabel(plan, device, need)})` : device.name
}

function* wireDifferences(one: ResolvedPlan, other: ResolvedPlan): Iterable<Difference> {
  const fitted = (resolved: ResolvedPlan) => new Map(fittedWires(wiresOf(resolved)).map((wire) => [wire.id, wire]))
  const [was, is] = [fitted(one), fitted(other)]
  const words = (resolved: ResolvedPlan, wire: Wire) =>
    `${wire.number}, ${endName(resolved, wire.from)} to ${endName(resolved, wire.to)}`
  for (const [id, wire] of was) if (!is.has(id)) yield { kind: 'gone', about: 'wire', id, text: words(one, wire) }
  for (const [id, wire] of is) {
    const before = was.get(id)
    if (!before) {
      yield { kind: 'added', about: 'wire', id, text: words(other, wire) }
      continue
    }
    if (keyOf(before.to.device ?? '', before.to.point) !== keyOf(wire.to.device ?? '', wire.to.point)) {
      yield { kind: 'moved', about: 'wire', id, text: `${words(other, wire)}; it ended at ${endName(one, before.to)}` }
      continue
    }
    const changes = [
      before.colour === wire.colour ? '' : `colour ${before.colour} became ${wire.colour}`,
      before.gauge === wire.gauge ? '' : `AWG ${before.gauge} became ${wire.gauge}`,
      before.length === wire.length ? '' : `${figure(before.length, 'mm')} became ${figure(wire.length, 'mm')}`,
    ].filter(Boolean)
    if (changes.length) yield { kind: 'changed', about: 'wire', id, text: `${words(other, wire)}: ${changes.join(', ')}` }
  }
}
