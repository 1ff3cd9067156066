import { produce, type Draft } from 'immer'
import { allocationEdits, type AllocationEdits } from './edits/allocation'
import { attachedEdits, type AttachedEdits } from './edits/attached'
import { boardEdits, type BoardEdits } from './edits/board'
import { controlEdits, type ControlEdits } from './edits/controls'
import { craftEdits, type CraftEdits } from './edits/craft'
import { displayEdits, type DisplayEdits } from './edits/displays'
import { deviceEdits, type DeviceEdits } from './edits/devices'
import type { EditGroup, EditKind, PlanNames } from './edits/kind'
import { jointEdits, type JointEdits } from './edits/joints'
import { findingEdits, type FindingEdits } from './edits/findings'
import { layoutEdits, type LayoutEdits } from './edits/layout'
import { lightEdits, type LightEdits } from './edits/lights'
import { linkEdits, type LinkEdits } from './edits/links'
import { settingEdits, type SettingEdits } from './edits/settings'
import { wireEdits, type WireEdits } from './edits/wires'
import { boardId } from './parts'
import { placeLabel } from './places'
import type { Plan } from './plan'
import { splitKey } from './reference'
import { sameValue } from '../editing'

/** The parts of a plan that an undo puts back. */
export type PlanSections = Partial<Omit<Plan, 'format' | 'schema'>>

/** Edits of a plan as a whole. */
interface WholeEdits {
  'sections.restore': { of: string; sections: PlanSections }
  several: { label: string; edits: Edit[] }
}

type Payloads = CraftEdits &
  BoardEdits &
  DeviceEdits &
  AllocationEdits &
  LinkEdits &
  SettingEdits &
  DisplayEdits &
  ControlEdits &
  LightEdits &
  WireEdits &
  JointEdits &
  LayoutEdits &
  FindingEdits &
  AttachedEdits &
  WholeEdits

/** Every change to a plan is one of these values. As JSON it means the same. */
export type Edit = { [T in keyof Payloads]: { type: T } & Payloads[T] }[keyof Payloads]

/** All kinds of edit, each with what it does, its words and its shape. */
export const editKinds: EditGroup<Payloads> = {
  ...craftEdits,
  ...boardEdits,
  ...deviceEdits,
  ...allocationEdits,
  ...linkEdits,
  ...settingEdits,
  ...displayEdits,
  ...controlEdits,
  ...lightEdits,
  ...wireEdits,
  ...jointEdits,
  ...layoutEdits,
  ...findingEdits,
  ...attachedEdits,
  'sections.restore': {
    apply: (plan, { sections }) => void Object.assign(plan, sections),
    words: ({ of }) => `Undo: ${of}`,
    shape: ({ joi, sections }) => ({ of: joi.string().max(400).required(), sections: sections.required() }),
  },
  several: {
    apply: (plan, { edits }) => edits.forEach((edit) => applyTo(plan, edit)),
    words: ({ label }) => label,
    shape: ({ joi, edit }) => ({ label: joi.string().max(400).required(), edits: joi.array().items(edit).max(400).required() }),
  },
}

function kindOf(edit: Edit): EditKind<Edit> {
  return editKinds[edit.type] as EditKind<Edit>
}

/**
 * The plan after one edit; the plan given is not changed.
 * @throws EditError naming the place when the edit does not fit this plan.
 */
export function applyEdit(plan: Plan, edit: Edit): Plan {
  return produce(plan, (draft) => applyTo(draft, edit))
}

function applyTo(plan: Draft<Plan>, edit: Edit): void {
  kindOf(edit).apply(plan, edit)
}

/** The edit that takes `after` to `before`: it restores each section that differs. */
export function inverseOf(before: Plan, after: Plan, label: string): Edit {
  const sections: Record<string, unknown> = {}
  for (const key of Object.keys(before) as (keyof Plan)[]) {
    if (!sameValue(before[key], after[key])) sections[key] = before[key]
  }
  return { type: 'sections.restore', of: label, sections: sections as PlanSections }
}

/** A wire by the end that it is named after; a step of the making by what it is. */
function wireWords(plan: Plan, id: string, nameOf: (device: string) => string): string {
  if (id.startsWith('step:')) return `the check “${nameOf(id.slice('step:'.length))}”`
  const [owner = id, terminal = ''] = id.split('.')
  if (owner === 'extra') return `added wire ${terminal}`
  const instance = plan.devices.find((fitted) => fitted.id === owner)
  const label = plan.definitions.devices[instance?.definition ?? '']?.terminals[terminal]?.label ?? terminal
  return owner === boardId ? `wire of the board’s supply ${terminal}` : `wire ${label} of ${nameOf(owner)}`
}

/** One line saying what an edit does, in the words of the plan it is applied to. */
export function describeEdit(edit: Edit, plan: Plan): string {
  const device = (id: string) => plan.devices.find((fitted) => fitted.id === id)?.name ?? id
  const names: PlanNames = {
    device,
    variant: (id, variant) => {
      const { definition = '' } = plan.devices.find((fitted) => fitted.id === id) ?? {}
      return plan.definitions.devices[definition]?.variants[variant]?.name ?? variant
    },
    wire: (id) => wireWords(plan, id, device),
    owner: (key) => device(splitKey(key)[0]),
    place: (place) => placeLabel(place, plan),
  }
  return kindOf(edit).words(edit, names)
}
