import { sameValue } from '../editing'
import {
  applyEdit,
  boardId,
  freshDeviceId,
  freshExtra,
  freshId,
  idIn,
  placeLabel,
  readPoint,
  renameParts,
  resolvePlan,
  splitKey,
  type Edit,
  type Place,
  type Plan,
  type WirePoint,
} from '../plan'
import { clashesOf, placedNeeds } from '../suitability'
import type { Module } from './take'

/** What becomes of a part of a module in another build. */
export interface PartOutcome {
  what: string
  /** As it was, otherwise than it was, or left behind. */
  comes: 'kept' | 'changed' | 'left'
  why: string
}

/** A module as it would be in another build. */
export interface ModuleInsertion {
  edit: Edit
  outcomes: PartOutcome[]
  /** Its devices by the ids that they have there. */
  devices: string[]
}

/** A name that no device of the plan has yet, made from one: `Camera`, `Camera 2`, … */
function freshName(plan: Plan, name: string): string {
  const taken = new Set(plan.devices.map((device) => device.name))
  for (let number = 1; ; number += 1) {
    const tried = number === 1 ? name : `${name} ${number}`
    if (!taken.has(tried)) return tried
  }
}

/** Puts the parts of a module into a plan, one kind after the other. */
class Putter {
  readonly edits: Edit[] = []
  readonly outcomes: PartOutcome[] = []
  after: Plan
  private readonly ids = new Map<string, string>()
  /** Its parts, as they are called in the other build. */
  private readonly own = new Set<string>()
  private readonly from: Plan
  private readonly sameBoard: boolean

  constructor(
    private readonly plan: Plan,
    module: Module,
  ) {
    this.from = module.plan
    this.after = plan
    this.sameBoard = plan.board.definition === this.from.board.definition && plan.board.revision === this.from.board.revision
  }

  putting(label: string): ModuleInsertion {
    this.devices()
    this.joints()
    this.asNamedThere()
    this.places()
    this.settings()
    this.flight()
    this.wires()
    return { edit: { type: 'several', label, edits: this.edits }, outcomes: this.outcomes, devices: [...this.own] }
  }

  private do(edit: Edit): void {
    this.after = applyEdit(this.after, edit)
    this.edits.push(edit)
  }

  private name(id: string, there: string): void {
    this.ids.set(id, there)
    this.own.add(there)
  }

  private tell(what: string, comes: PartOutcome['comes'], why: string): void {
    this.outcomes.push({ what, comes, why })
  }

  private devices(): void {
    const { definitions } = this.from
    for (const device of this.from.devices) {
      const definition = definitions.devices[device.definition]!
      const there = this.plan.definitions.devices[device.definition]
      const id = freshDeviceId(this.after, device.id)
      this.name(device.id, id)
      const named = freshName(this.after, device.name)
      if (there && !there.variants[device.variant]) {
        this.tell(
          device.name,
          'changed',
          `the build has another version of ${there.name}, without this variant; its first is taken`,
        )
        device.variant = Object.keys(there.variants)[0]!
      } else if (there && !sameValue(there, definition))
        this.tell(device.name, 'changed', `the build has another version of ${there.name}; that one holds`)
      else this.tell(device.name, 'kept', definition.name + (named === device.name ? '' : `, as ${named}`))
      this.do({
        type: 'device.add',
        device: { ...device, id, name: named },
        definition: there ?? definition,
        protocols: Object.values(definitions.protocols),
      })
    }
  }

  private joints(): void {
    for (const [id, { kind, name }] of Object.entries(this.from.joints)) {
      const joint = freshDeviceId(this.after, id)
      this.name(id, joint)
      this.do({ type: 'joint.add', joint, kind, name })
      this.tell(name, 'kept', 'with its wires')
    }
  }

  /** From here on all of the module is named by the ids of the other build. */
  private asNamedThere(): void {
    renameParts(this.from, this.ids)
    for (const device of this.from.devices) device.id = this.ids.get(device.id)!
  }

  /** Whether a place is at a part of the module. */
  private isOwn(place: Place): boolean {
    const id = idIn('device', place) ?? idIn('output', place)
    return id !== undefined && this.own.has(splitKey(id)[0])
  }

  private nameOf(key: string): string {
    const device = this.from.devices.find(({ id }) => id === splitKey(key)[0])
    const need = this.from.definitions.devices[device?.definition ?? '']?.needs[splitKey(key)[1]] as
      { label?: string } | undefined
    return `${device?.name ?? key}: ${need?.label ?? splitKey(key)[1]}`
  }

  /** Places on the same board and revision are kept where nobody has them; the others are found anew. */
  private places(): void {
    const assignment = { ...this.after.assignment }
    const wanted = Object.entries(this.from.assignment).flatMap(([key, placement]) => {
      if (!this.sameBoard && !this.isOwn(placement.place)) {
        this.tell(
          this.nameOf(key),
          'changed',
          `was at ${placeLabel(placement.place, this.from)} of another board or revision: its place is found anew`,
        )
        return []
      }
      assignment[key] = placement
      return [key]
    })
    const placed = placedNeeds(resolvePlan({ ...this.after, assignment }))
    const mine = new Set(wanted)
    const clashes = clashesOf(placed)
    for (const key of wanted) {
      const was = placeLabel(this.from.assignment[key]!.place, this.from)
      const cannot = placed.find(({ need }) => need.key === key)?.way.facts.find(({ impossible }) => impossible)
      const clash = clashes.find(
        ({ one, other }) =>
          [one, other].some(({ need }) => need.key === key) && !(mine.has(one.need.key) && mine.has(other.need.key)),
      )
      if (!cannot && !clash) {
        this.tell(this.nameOf(key), 'kept', `at ${was}`)
        continue
      }
      delete assignment[key]
      const other = clash && [clash.one, clash.other].find(({ need }) => need.key !== key)!.need.fitted.instance.name
      this.tell(this.nameOf(key), 'changed', `${was} ${cannot ? cannot.text : `is taken by ${other}`}: its place is found anew`)
    }
    const supplies = { ...this.after.supplies }
    for (const [key, source] of Object.entries(this.from.supplies)) {
      if (splitKey(key)[0] === boardId) continue
      if (this.sameBoard || this.isOwn(source)) supplies[key] = source
    }
    if (!sameValue({ assignment, supplies }, { assignment: this.after.assignment, supplies: this.after.supplies }))
      this.do({ type: 'assignment.adopt', assignment, supplies })
    for (const [key, place] of Object.entries(this.from.locks)) {
      if (splitKey(key)[0] !== boardId && (assignment[key]?.place ?? supplies[key]) === place)
        this.do({ type: 'need.lock', need: key, place })
    }
  }

  private settings(): void {
    for (const [need, ends] of Object.entries(this.from.links)) {
      if (ends.device) this.do({ type: 'link.set', need, end: 'device', set: ends.device })
      if (!ends.board) continue
      if (this.after.assignment[need]) this.do({ type: 'link.set', need, end: 'board', set: ends.board })
      else this.tell(`${this.nameOf(need)}, the board’s end`, 'left', 'what was set by hand at its port is not taken along')
    }
    for (const [device, values] of Object.entries(this.from.settings))
      for (const [setting, value] of Object.entries(values)) this.do({ type: 'setting.set', device, setting, value })
  }

  /** How its pulses are driven, by channels of the handset there; where its lights are and what they tell. */
  private flight(): void {
    const { controls, lights } = this.from
    for (const [key, as] of Object.entries(controls.outputs)) {
      this.do({ type: 'output.set', need: key, as })
      if (as.channel !== undefined)
        this.tell(this.nameOf(key), 'kept', `follows channel ${as.channel}, whatever the handset here sends on it`)
    }
    for (const [key, as] of Object.entries(lights.strips)) this.do({ type: 'strip.set', need: key, as })
    for (const segment of Object.values(lights.segments)) {
      this.do({
        type: 'segment.set',
        segment: freshId(this.after.lights.segments, 's'),
        as: segment,
      })
    }
  }

  /** A point in the other build; nothing where there is no such. */
  private point(point: WirePoint): WirePoint | undefined {
    const at = readPoint(point)
    return ('pad' in at ? this.sameBoard : this.own.has(at.device)) ? point : undefined
  }

  private wires(): void {
    for (const [wire, { end, ...rest }] of Object.entries(this.from.wires)) {
      const [part = ''] = wire.split('.')
      if (!this.own.has(part)) continue
      const there = end && this.point(end)
      if (end && !there)
        this.tell(
          `A wire of ${this.after.devices.find((each) => each.id === part)?.name ?? part}`,
          'changed',
          'ended at a point that is not here: it ends where it belongs',
        )
      const set = { ...rest, ...(there && { end: there }) }
      if (Object.keys(set).length) this.do({ type: 'wire.set', wire, set })
    }
    for (const { from, to } of Object.values(this.from.extras)) {
      const [one, other] = [this.point(from), this.point(to)]
      if (one && other) this.do({ type: 'wire.add', wire: freshExtra(this.after.extras), from: one, to: other })
      else this.tell('An added wire', 'left', 'one of its ends is not here')
    }
    for (const cable of Object.keys(this.from.cables))
      if (this.own.has(splitKey(cable)[0])) this.do({ type: 'cable.make', cable, madeUp: true })
    for (const [part, spot] of Object.entries(this.from.positions))
      if (this.own.has(part)) this.do({ type: 'spot.set', part, spot })
  }
}

/** What it takes to put a module into a plan, and what becomes of each of its parts there. */
export function putModule(plan: Plan, module: Module): ModuleInsertion {
  return new Putter(plan, structuredClone(module)).putting(`Put in ${module.name}`)
}
