import type Joi from 'joi'
import type { Draft } from 'immer'
import { boardId } from '../parts'
import { splitKey, type Place } from '../reference'
import type { DeviceInstance, Plan } from '../plan'

/** An edit that does not fit the plan it was applied to. */
export class EditError extends Error {
  constructor(
    readonly place: string,
    message: string,
  ) {
    super(`${place}: ${message}`)
    this.name = 'EditError'
  }
}

/** Names of things in the plan that an edit is applied to, for its words. */
export interface PlanNames {
  device: (id: string) => string
  variant: (device: string, variant: string) => string
  /** The device of a need or supply. */
  owner: (key: string) => string
  place: (place: Place) => string
  /** A wire by the end that it is named after. */
  wire: (id: string) => string
}

/** FieldShapes that the reader of documents has ready for the parts of an edit. */
export interface FieldShapes {
  joi: Joi.Root
  id: Joi.StringSchema
  /** Id of a device, the board or the battery in the plan. */
  part: Joi.StringSchema
  name: Joi.StringSchema
  prose: Joi.StringSchema
  key: Joi.StringSchema
  place: Joi.StringSchema
  wire: Joi.StringSchema
  /** Id of a finding. */
  finding: Joi.StringSchema
  /** What a setting of a device may hold. */
  settingValue: Joi.Schema
  flightLog: Joi.ObjectSchema
  scale: Joi.NumberSchema
  /** Where an element of a display is held, and a layout of such. */
  anchored: Joi.ObjectSchema
  displayLayout: Joi.ObjectSchema
  glyphShapes: Joi.ObjectSchema
  /** A control of the handset, a whole handset, and the pulses its ends give. */
  handsetControl: Joi.ObjectSchema
  handset: Joi.ObjectSchema
  travel: Joi.ObjectSchema
  /** What a range of a channel does, and how an output is driven. */
  job: Joi.ObjectSchema
  controlOutput: Joi.ObjectSchema
  lightStrip: Joi.ObjectSchema
  lightSegment: Joi.ObjectSchema
  /** What a step of Settings was set to. */
  stepValue: Joi.StringSchema
  /** What a board had when it was read. */
  boardKept: Joi.ObjectSchema
  /** Name of a wire of the user's own. */
  extra: Joi.StringSchema
  /** A pad of the board or a terminal of a part. */
  point: Joi.StringSchema
  spot: Joi.ObjectSchema
  /** Colours of wires by what they are for. */
  colours: Joi.ObjectSchema
  /** A point on the drawing. */
  onSheet: Joi.ObjectSchema
  craft: Joi.ObjectSchema
  battery: Joi.ObjectSchema
  deviceInstance: Joi.ObjectSchema
  assignment: Joi.ObjectSchema
  places: Joi.ObjectSchema
  /** Parts of what may be set at an end of a link, and of a wire. */
  linkSettings: Joi.PartialSchemaMap
  wireOverride: Joi.PartialSchemaMap
  board: Joi.ObjectSchema
  device: Joi.ObjectSchema
  protocol: Joi.ObjectSchema
  /** What is kept with a build: a picture or an address. */
  attached: Joi.ObjectSchema
  /** Any of the plan's sections. */
  sections: Joi.ObjectSchema
  /** Any edit. */
  edit: Joi.Schema
}

/** One kind of edit: what it does, what it is called, and what it may hold. */
export interface EditKind<Payload> {
  /** Changes the plan. @throws EditError when the edit does not fit it */
  apply: (plan: Draft<Plan>, payload: Payload) => void
  /** One line that says what it does. */
  words: (payload: Payload, names: PlanNames) => string
  /** What it holds besides its type. */
  shape: (shapes: FieldShapes) => Joi.PartialSchemaMap
}

export type EditGroup<Payloads> = { [T in keyof Payloads]: EditKind<Payloads[T]> }

/** Values to set and values to take away, so that both survive as JSON. */
export interface Change<T> {
  set?: Partial<T>
  unset?: (keyof T & string)[]
}

/** Carries out a change on a record kept under a key; a record without values is not kept. */
export function change<T extends object>(records: Record<string, T>, key: string, { set = {}, unset = [] }: Change<T>): void {
  const record = (records[key] ?? {}) as Partial<T>
  for (const [name, value] of Object.entries(set) as [keyof T, T[keyof T] | undefined][]) {
    if (value !== undefined && record[name] !== value) record[name] = value
  }
  for (const name of unset) delete record[name]
  if (!Object.keys(record).length) delete records[key]
  else if (records[key] === undefined) records[key] = record as T
}

/** The shape of a change of a record with such parts. */
export function changeShape({ joi }: FieldShapes, parts: Joi.PartialSchemaMap): Joi.PartialSchemaMap {
  const unset = joi
    .array()
    .items(joi.valid(...Object.keys(parts)))
    .unique()
  return { set: joi.object(parts), unset }
}

/** @throws EditError when the device is not in the fit-out */
export function deviceOf(plan: Draft<Plan>, id: string): Draft<DeviceInstance> {
  const found = plan.devices.find((device) => device.id === id)
  if (!found) throw new EditError(`devices.${id}`, 'no such device in the fit-out')
  return found
}

/** @throws EditError when the need or supply is of no part of the plan; the board has supplies too */
export function requireOwner(plan: Draft<Plan>, key: string): void {
  const [part] = splitKey(key)
  if (part !== boardId) deviceOf(plan, part)
}

/** @throws EditError when the map does not hold the key */
export function requireKey(map: object, key: string, place: string): void {
  if (!Object.hasOwn(map, key)) throw new EditError(place, `"${key}" is not there; choose from ${Object.keys(map).join(', ')}`)
}
