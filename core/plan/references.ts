import type { Draft } from 'immer'
import { boardId } from './parts'
import type { Plan, WirePoint } from './plan'
import { keyOf, partsOf, splitKey, type Place } from './reference'
import { readPoint, terminalPoint } from './wire-points'

/**
 * How parts of the plan, its devices and joints, and wires of the user's own are named:
 * `part` ID; `key` PART/…; `place` device:PART/… or output:PART/…; `point` terminal:PART/…; `wire` PART.… or extra.N, or
 * step:PART of the making; `step` KIND:PART/… of Settings; `finding` RULE:SUBJECT,SUBJECT.
 */
type Syntax = 'part' | 'key' | 'place' | 'point' | 'wire' | 'step' | 'finding'

/** Where a section of the plan names parts. */
interface Naming {
  /** In its keys. */
  keys?: Syntax
  /** A plan whose keys here name a part that there is not is not read; elsewhere such an entry is of no effect. */
  isDemanded?: true
  /** In each of its values: as a whole, as a list, or in fields; without the field the entry goes, or the field alone. */
  values?: Syntax
  items?: Syntax
  fields?: Record<string, { as: Syntax; without: 'entry' | 'field'; when?: (entry: never) => boolean }>
}

const place = { place: { as: 'place', without: 'entry' } } as const
const namesNone: Naming = {}

/** Each section with what it names; one of which nobody says so does not compile. */
const sections: Record<Exclude<keyof Plan, 'controls' | 'lights'>, Naming> = {
  format: namesNone,
  schema: namesNone,
  name: namesNone,
  note: namesNone,
  craft: namesNone,
  battery: namesNone,
  board: namesNone,
  // The parts themselves: who takes one away or names it otherwise does so there.
  devices: namesNone,
  joints: namesNone,
  definitions: namesNone,
  automatic: namesNone,
  assignment: { keys: 'key', isDemanded: true, fields: place },
  supplies: { keys: 'key', isDemanded: true, values: 'place' },
  locks: { keys: 'key', isDemanded: true, values: 'place' },
  bans: { keys: 'key', isDemanded: true, items: 'place' },
  links: { keys: 'key', isDemanded: true },
  settings: { keys: 'part' },
  log: namesNone,
  scales: namesNone,
  set: { keys: 'step' },
  lastRead: namesNone,
  displays: namesNone,
  glyphs: namesNone,
  features: namesNone,
  wires: { keys: 'wire', fields: { end: { as: 'point', without: 'field' } } },
  extras: { fields: { from: { as: 'point', without: 'entry' }, to: { as: 'point', without: 'entry' } } },
  colours: namesNone,
  cables: { keys: 'key' },
  positions: { keys: 'part' },
  boxPositions: { keys: 'part' },
  attached: namesNone,
  built: { keys: 'wire' },
  accepted: { keys: 'finding' },
}
const ofControls: Record<keyof Plan['controls'], Naming> = {
  handset: namesNone,
  travel: namesNone,
  jobs: { fields: { what: { as: 'key', without: 'entry', when: ({ does }: { does: string }) => does === 'line' } } },
  outputs: { keys: 'key' },
}
const ofLights: Record<keyof Plan['lights'], Naming> = {
  strips: { keys: 'key' },
  segments: { fields: { need: { as: 'key', without: 'entry' } } },
}

/** New ids of parts by their old ones; undefined for a part that is gone. Others stay. */
export type NewIds = ReadonlyMap<string, string | undefined>
const gone: unique symbol = Symbol('gone')
type Renamed = string | typeof gone

/** Has everything in a plan that names parts name them by their new ids; what names one that is gone goes with it. */
export function renameParts(plan: Draft<Plan> | Plan, parts: NewIds): void {
  const rename = new Rename(parts)
  rename.within(plan.extras, sections.extras)
  for (const id of rename.dropped) rename.extras.add(id)
  for (const name of Object.keys(sections) as (keyof typeof sections)[]) {
    if (name !== 'extras' && sections[name] !== namesNone) rename.within(plan[name] as object, sections[name])
  }
  for (const name of Object.keys(ofControls) as (keyof typeof ofControls)[]) rename.within(plan.controls[name], ofControls[name])
  for (const name of Object.keys(ofLights) as (keyof typeof ofLights)[]) rename.within(plan.lights[name], ofLights[name])
}

/** Keys of a plan that name a device which there is not, where one has to be there. */
export function danglingKeys(plan: Plan): { section: string; key: string }[] {
  const ids = new Set([...plan.devices.map(({ id }) => id), boardId])
  return (Object.keys(sections) as (keyof typeof sections)[])
    .filter((section) => sections[section].isDemanded)
    .flatMap((section) =>
      Object.keys(plan[section] as object).flatMap((key) => (ids.has(splitKey(key)[0]) ? [] : [{ section, key }])),
    )
}

/** Takes a part, or wires of the user's own, out of everything that names them. */
export function forgetParts(plan: Draft<Plan>, ids: readonly string[]): void {
  renameParts(plan, new Map(ids.map((id) => [id, undefined])))
}

/** A wire of the user's own, with what is set and ticked off of it. */
export function forgetExtra(plan: Draft<Plan>, wire: string): void {
  delete plan.extras[wire]
  delete plan.wires[wire]
  delete plan.built[wire]
}

class Rename {
  /** Wires of the user's own that are gone. */
  readonly extras = new Set<string>()
  /** Keys of entries that went. */
  dropped: string[] = []

  constructor(private readonly parts: NewIds) {}

  within(section: object, { keys, values, items, fields = {} }: Naming): void {
    this.dropped = []
    const entries = section as Record<string, unknown>
    // Put back once all are out: a new name may be the old one of another.
    const moved: [string, unknown][] = []
    for (const key of Object.keys(entries)) {
      const named = keys ? this.read(keys, key) : key
      const value = named === gone ? gone : this.value(entries[key], values, items, fields)
      if (named === key && value === entries[key]) continue
      if (named !== key || value === gone) delete entries[key]
      if (named === gone || value === gone) this.dropped.push(key)
      else if (named === key) entries[key] = value
      else moved.push([named, value])
    }
    for (const [key, value] of moved) entries[key] = value
  }

  private value(
    value: unknown,
    values: Syntax | undefined,
    items: Syntax | undefined,
    fields: NonNullable<Naming['fields']>,
  ): unknown {
    if (values) return this.read(values, value as string)
    if (items) {
      const all = (value as string[]).map((item) => this.read(items, item))
      return all.every((item, at) => item === (value as string[])[at]) ? value : all.filter((item) => item !== gone)
    }
    const entry = value as Record<string, unknown>
    for (const [field, { as, without, when }] of Object.entries(fields)) {
      const text = entry[field]
      if (typeof text !== 'string' || (when && !when(entry as never))) continue
      const named = this.read(as, text)
      if (named === text) continue
      if (named !== gone) entry[field] = named
      else if (without === 'entry') return gone
      else delete entry[field]
    }
    return Object.keys(fields).length && !Object.keys(entry).length ? gone : value
  }

  private part(id: string): Renamed {
    return this.parts.has(id) ? (this.parts.get(id) ?? gone) : id
  }

  private key(key: string): Renamed {
    const [id, rest] = splitKey(key)
    const part = this.part(id)
    return part === gone ? gone : keyOf(part, rest)
  }

  private read(syntax: Syntax, text: string): Renamed {
    return this.readers[syntax](text)
  }

  private readonly readers: Record<Syntax, (text: string) => Renamed> = {
    part: (id) => this.part(id),
    key: (key) => (key.includes('/') ? this.key(key) : key),
    place: (text) => {
      const { kind, id } = partsOf(text as Place)
      return kind === 'device' || kind === 'output' ? this.behind(`${kind}:`, this.key(id)) : text
    },
    point: (text) => {
      const at = readPoint(text as WirePoint)
      if ('pad' in at) return text
      const part = this.part(at.device)
      return part === gone ? gone : terminalPoint(part, at.terminal)
    },
    wire: (text) => {
      if (text.startsWith('extra.')) return this.extras.has(text) ? gone : text
      if (text.startsWith('step:')) return this.behind('step:', this.part(text.slice('step:'.length)))
      const dot = text.indexOf('.')
      const part = dot < 0 ? text : this.part(text.slice(0, dot))
      return part === gone || dot < 0 ? part : `${part}${text.slice(dot)}`
    },
    step: (text) => {
      const colon = text.indexOf(':') + 1
      const key = text.slice(colon)
      return key.includes('/') ? this.behind(text.slice(0, colon), this.key(key)) : text
    },
    finding: (text) => {
      const [rule, ...rest] = text.split(':')
      const subjects = rest
        .join(':')
        .split(',')
        .map((subject) => this.subject(subject))
      return subjects.includes(gone) ? gone : `${rule}:${(subjects as string[]).join(',')}`
    },
  }

  /** What a finding is about. */
  private subject(text: string): Renamed {
    const colon = text.indexOf(':') + 1
    const [kind, id] = [text.slice(0, colon), text.slice(colon)]
    if (kind === 'wire:') return this.behind(kind, this.read('wire', id))
    if (kind === 'device:' && !id.includes('/')) return this.behind(kind, this.part(id))
    return this.behind(kind, this.read('key', id))
  }

  private behind(head: string, named: Renamed): Renamed {
    return named === gone ? gone : `${head}${named}`
  }
}
