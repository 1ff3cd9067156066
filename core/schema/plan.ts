import Joi from 'joi'
import { cellVoltage } from '../units'
import { boardSchema } from './board'
import { deviceSchema, protocolSchema } from './device'
import { baud, colour, frame, id, idPattern, label, list, prose } from './parts'

const keyPattern = /^[a-zA-Z0-9_-]{1,60}\/[a-zA-Z0-9_-]{1,60}$/
export const key = Joi.string().pattern(keyPattern, 'DEVICE/NEED')
export const place = Joi.string().pattern(/^(video|[a-z0-9]+:[a-zA-Z0-9_./-]{1,120})$/, 'KIND:ID')
const deviceId = Joi.string().pattern(/^[a-zA-Z0-9_-]{1,60}$/, 'id')

export const linkSettings = Joi.object({
  protocol: id,
  baud,
  frame,
  inverted: Joi.boolean(),
  halfDuplex: Joi.boolean(),
  feature: Joi.boolean(),
})

export const deviceInstance = Joi.object({
  id: deviceId.required(),
  definition: id.required(),
  variant: id.required(),
  name: label.required(),
  priority: Joi.valid('must', 1, 2, 3).required(),
  leftOut: list(id, 40).required(),
})

export const craft = Joi.object({
  outline: Joi.string().valid('quad', 'hex', 'wing').required(),
  size: Joi.number().min(50).max(5000).required(),
  massLimit: Joi.number().min(1).max(200_000),
})

export const battery = Joi.object({
  cells: Joi.number().integer().min(1).max(14).required(),
  chemistry: Joi.string()
    .valid(...Object.keys(cellVoltage))
    .required(),
  capacity: Joi.number().min(1).max(100_000).required(),
})

export const assignment = Joi.object().pattern(
  keyPattern,
  Joi.object({
    place: place.required(),
    protocol: id,
    baud,
    during: Joi.string().valid('disarmed', 'armed'),
    address: Joi.number().integer().min(0).max(127),
  }),
)

export const places = Joi.object().pattern(keyPattern, place)

export const wireOverride = Joi.object({
  colour,
  gauge: Joi.number().integer().min(4).max(40),
  length: Joi.number().min(1).max(5000),
  note: prose,
  pad: id,
  omitted: Joi.boolean(),
  locked: Joi.array()
    .items(Joi.valid('pad', 'colour', 'gauge', 'length', 'need'))
    .unique(),
})

/** Names of wires: device, terminal and what the wire is for. */
const wirePattern = /^[a-zA-Z0-9_./:-]{1,160}$/
export const wireName = Joi.string().pattern(wirePattern, 'wire')

/** A point on the airframe or on the drawing. */
export const spot = Joi.object({
  x: Joi.number().min(-10_000).max(10_000).required(),
  y: Joi.number().min(-10_000).max(10_000).required(),
})

/** What a plan document holds, part by part. */
export const planParts = {
  format: Joi.string().valid('ypodoma-plan').required(),
  schema: Joi.number().valid(2).required(),
  name: label.required(),
  note: prose.required(),
  craft: craft.required(),
  battery: battery.required(),
  board: Joi.object({ definition: id.required(), revision: id.required(), firmware: id.required() }).required(),
  devices: list(deviceInstance, 100).required(),
  definitions: Joi.object({
    boards: Joi.object().pattern(idPattern, boardSchema).min(1).max(4).required(),
    devices: Joi.object().pattern(idPattern, deviceSchema).max(100).required(),
    protocols: Joi.object().pattern(idPattern, protocolSchema).max(100).required(),
  }).required(),
  automatic: Joi.boolean().required(),
  assignment: assignment.required(),
  supplies: places.required(),
  locks: places.required(),
  bans: Joi.object().pattern(keyPattern, list(place, 100)).required(),
  portSettings: Joi.object().pattern(idPattern, linkSettings).required(),
  deviceSettings: Joi.object().pattern(keyPattern, linkSettings).required(),
  wires: Joi.object().pattern(wirePattern, wireOverride).required(),
  placement: Joi.object().pattern(idPattern, spot).required(),
  layout: Joi.object().pattern(idPattern, spot).required(),
  built: Joi.object().pattern(wirePattern, Joi.valid(true)).required(),
}

/** A plan file of the present schema version. */
export const planDocumentSchema = Joi.object(planParts)
