import Joi from 'joi'
import {
  batteryId,
  axes,
  boardId,
  colourRoles,
  controlKinds,
  figures,
  jobKinds,
  jointKinds,
  lightEffects,
  lightStates,
  mostControls,
  mostDisplays,
  mostJobs,
  mostLights,
  mostMeanings,
  mostPieces,
  mostSegments,
  outputSources,
  placeKinds,
  planSchema,
  scales,
  quarterTurns,
  type Figure,
  type GlyphShapes,
  type LightSegment,
  type LightStrip,
} from '../plan'
import { cellVoltage, unseenSign } from '../units'
import { boardSchema, deviceSchema, protocolSchema } from './definitions'
import { baud, characterFormat, colour, free, id, idPattern, label, list, prose, settingValue } from './parts'
import { limits } from '../catalogue'

const keyPattern = /^[a-zA-Z0-9_-]{1,60}\/[a-zA-Z0-9_-]{1,60}$/
export const key = Joi.string().pattern(keyPattern, 'DEVICE/NEED')
export const place = Joi.string().pattern(
  new RegExp(`^(${placeKinds.join('|')}):[a-zA-Z0-9_./-]{1,120}$`),
  `KIND:ID with KIND one of ${placeKinds.join(', ')}`,
)
export const deviceId = Joi.string()
  .pattern(/^[a-zA-Z0-9_-]{1,60}$/, 'id')
  .custom(free)

/** A figure within its limits. */
const figure = (name: Figure) => Joi.number().min(figures[name].min).max(figures[name].max)

/** What may be set at an end of a link. */
export const linkSettingParts: Joi.PartialSchemaMap = {
  protocol: id,
  baud,
  format: characterFormat,
  inverted: Joi.boolean(),
  halfDuplex: Joi.boolean(),
}
const linkSettings = Joi.object(linkSettingParts)

export const deviceInstance = Joi.object({
  id: deviceId.invalid(boardId, batteryId).required(),
  definition: id.required(),
  variant: id.required(),
  name: label.required(),
  priority: Joi.valid('must', 1, 2, 3).required(),
  leftOut: list(id, 40).required(),
  note: prose,
})

export const craft = Joi.object({
  outline: Joi.string().valid('quad', 'hex', 'wing').required(),
  size: figure('size').required(),
  massLimit: figure('massLimit'),
  motors: Joi.object({ hover: figure('motor').required(), full: figure('motor').required() }),
})

export const battery = Joi.object({
  cells: Joi.number().integer().min(1).max(14).required(),
  chemistry: Joi.string()
    .valid(...Object.keys(cellVoltage))
    .required(),
  capacity: figure('capacity').required(),
  rating: figure('rating'),
  mass: figure('mass'),
  connector: label,
})

export const assignment = Joi.object().pattern(
  keyPattern,
  Joi.object({
    place: place.required(),
    protocol: id,
    baud,
    during: Joi.string().valid('disarmed', 'armed'),
    address: Joi.number().integer().min(0).max(127),
    rate: Joi.number().min(0).max(1_000_000),
    timer: id,
  }),
)

export const places = Joi.object().pattern(keyPattern, place)

/** How the flight log is taken. */
export const flightLog = Joi.object({
  loop: figure('loop').required(),
  every: figure('every').integer().required(),
  bytes: figure('record').integer().required(),
  propellers: Joi.object({ rpm: figure('rpm').required(), blades: figure('blades').integer().required() }),
})

const cells = Joi.number().integer().min(-200).max(200)

/** Where an element of a display is held. */
export const anchored = Joi.object({
  across: Joi.valid('left', 'middle', 'right').required(),
  column: cells.required(),
  down: Joi.valid('top', 'middle', 'bottom').required(),
  row: cells.required(),
})

/** One layout of a display. */
export const displayLayout = Joi.object({
  name: label.required(),
  elements: Joi.object().pattern(idPattern, anchored).max(100).required(),
})

/** A set of glyphs of the user's own. */
export const glyphShapes = Joi.object({
  name: label.required(),
  width: Joi.number().integer().min(4).max(30).required(),
  height: Joi.number().integer().min(6).max(60).required(),
  size: Joi.valid(256, 512).required(),
  shapes: Joi.object()
    .pattern(/^(?:[1-9a-f][0-9a-f]{0,3}|1[0-9a-f]{4})$/, Joi.string().pattern(/^[0-9a-f]{1,480}$/, 'rows'))
    .max(512)
    .required(),
}).custom((value: GlyphShapes, helpers) => {
  const digits = Math.ceil(value.width / 4) * value.height
  const hidden = Object.keys(value.shapes).find((code) => unseenSign.test(String.fromCodePoint(Number.parseInt(code, 16))))
  if (hidden) return helpers.message({ custom: `shapes.${hidden} is of no sign that is seen` })
  const wrong = Object.entries(value.shapes).find(([, text]) => text.length !== digits)
  return wrong ? helpers.message({ custom: `shapes.${wrong[0]} has ${wrong[1].length} digits; a cell takes ${digits}` }) : value
})

const channel = figure('channel').integer()
const pulse = figure('pulse')
const percent = Joi.number().min(0).max(100)

/** A control of the handset. */
export const handsetControl = Joi.object({
  name: label.required(),
  kind: Joi.valid(...Object.keys(controlKinds)).required(),
  channel: channel.allow(null).required(),
  reversed: Joi.boolean().required(),
  at: Joi.object({ x: percent.required(), y: percent.required() }).required(),
})
export const handset = Joi.object().pattern(idPattern, handsetControl).max(mostControls)

/** Refuses figures that do not rise in this order. */
const rising =
  (...names: string[]): Joi.CustomValidator<Record<string, number>> =>
  (value, helpers) => {
    const at = names.findIndex((name, place) => place > 0 && !(value[name]! > value[names[place - 1]!]!))
    return at < 0 ? value : helpers.message({ custom: `${names[at]} has to be above ${names[at - 1]}` })
  }
/** Pulses that the ends of a control give. */
export const travel = Joi.object({ low: pulse.required(), high: pulse.required() }).custom(rising('low', 'high'))

/** What a range of a channel does. */
export const job = Joi.object({
  does: Joi.valid(...Object.keys(jobKinds)).required(),
  channel: channel.required(),
  from: pulse.required(),
  to: pulse.required(),
  what: Joi.string().pattern(/^[a-zA-Z0-9_./-]{1,130}$/, 'id or DEVICE/NEED'),
}).custom(rising('from', 'to'))

/** How a pulse output is driven. */
export const controlOutput = Joi.object({
  by: Joi.valid(...Object.keys(outputSources)).required(),
  channel: channel.when('by', { is: 'channel', then: Joi.required() }),
  axis: Joi.valid(...Object.keys(axes)).when('by', { is: Joi.valid('surface', 'level'), then: Joi.required() }),
  low: pulse.required(),
  middle: pulse.required(),
  high: pulse.required(),
  reversed: Joi.boolean().required(),
  curve: figure('curve').required(),
  onLoss: Joi.alternatives(Joi.valid('hold', 'none'), pulse).required(),
  powerUp: Joi.alternatives(Joi.valid('none'), pulse).required(),
}).custom(rising('low', 'middle', 'high'))

export const controls = Joi.object({
  handset: handset.required(),
  travel: travel.required(),
  jobs: Joi.object().pattern(idPattern, job).max(mostJobs).required(),
  outputs: Joi.object().pattern(keyPattern, controlOutput).max(limits.needs).required(),
})

const onCraft = Joi.object({ x: figure('height').required(), y: figure('height').required() })
const lightNumber = figure('light').integer()

/** Where the lights of a strip are. */
export const lightStrip = Joi.object({
  pieces: list(
    Joi.object({
      lights: lightNumber.required(),
      from: onCraft.required(),
      to: onCraft.required(),
      facing: Joi.alternatives(Joi.valid('down', 'up'), Joi.number().min(0).less(360)).required(),
    }),
    mostPieces,
  )
    .min(1)
    .required(),
  limit: Joi.number().greater(0).max(1).required(),
}).custom((value: LightStrip, helpers) =>
  value.pieces.reduce((sum, { lights }) => sum + lights, 0) > mostLights
    ? helpers.message({ custom: `has more than ${mostLights} lights` })
    : value,
)

/** What some lights of a strip tell. */
export const lightSegment = Joi.object({
  name: label.required(),
  need: key.required(),
  first: lightNumber.required(),
  last: lightNumber.required(),
  meanings: list(
    Joi.object({
      when: Joi.valid(...Object.keys(lightStates)).required(),
      colour: Joi.string()
        .pattern(/^#[0-9a-f]{6}$/, '#rrggbb')
        .required(),
      effect: Joi.valid(...Object.keys(lightEffects)).required(),
    }),
    mostMeanings,
  ).required(),
}).custom((value: LightSegment, helpers) =>
  value.last < value.first ? helpers.message({ custom: 'last is before first' }) : value,
)

export const lights = Joi.object({
  strips: Joi.object().pattern(keyPattern, lightStrip).max(limits.needs).required(),
  segments: Joi.object().pattern(idPattern, lightSegment).max(mostSegments).required(),
})

export const scale = figure('scale')

/** What a step of Settings was set to. */
export const stepValue = Joi.string().allow('').max(400)

/** What a board had, by the keys of the board link. */
export const boardKept = Joi.object({
  settings: Joi.object()
    .pattern(/^.{1,200}$/, settingValue)
    .max(2000)
    .required(),
})

/** A pad of the board or a terminal of a part. */
export const wirePoint = Joi.string().pattern(
  /^(pad:[a-zA-Z0-9_-]{1,60}|terminal:[a-zA-Z0-9_-]{1,60}\/[a-zA-Z0-9_-]{1,60})$/,
  'pad:PAD or terminal:DEVICE/TERMINAL',
)

/** What may be set of a wire. */
export const wireOverrideParts: Joi.PartialSchemaMap = {
  colour,
  gauge: figure('gauge').integer(),
  length: figure('length'),
  note: prose,
  end: wirePoint,
  omitted: Joi.boolean(),
  locked: Joi.array()
    .items(Joi.valid('end', 'colour', 'gauge', 'length', 'need'))
    .unique(),
}
const wireOverride = Joi.object(wireOverrideParts)

/** Names of wires: device, terminal and what the wire is for. */
const wirePattern = /^[a-zA-Z0-9_./:-]{1,160}$/
export const wireName = Joi.string().pattern(wirePattern, 'wire').custom(free)

/** Colours of wires by what they are for. */
export const colours = Joi.object(Object.fromEntries(Object.keys(colourRoles).map((role) => [role, colour])))

/** Names of wires of the user's own. */
const extraPattern = /^extra\.\d{1,6}$/
export const extraName = Joi.string().pattern(extraPattern, 'extra.NUMBER')

const onSheet = Joi.number().min(-10_000).max(10_000)

/** A point on the drawing. */
export const point = Joi.object({ x: onSheet.required(), y: onSheet.required() })

/** A place on the airframe. */
export const spot = point.keys({ z: figure('height'), turn: Joi.valid(...quarterTurns) })

/** Ids of findings: the rule, and what it is about. */
const findingPattern = /^[A-Z]{3}-\d{2}:.{0,1000}$/
export const findingName = Joi.string().pattern(findingPattern, 'RULE:SUBJECTS')

const line = Joi.string().max(300)
/** What is kept with a build. */
export const attached = Joi.object({ label: label.required(), picture: id, address: line, note: line }).or('picture', 'address')

/** What a plan document holds, part by part. */
export const planParts = {
  format: Joi.string().valid('ypodoma-plan').required(),
  schema: Joi.number().valid(planSchema).required(),
  name: label.required(),
  note: prose.required(),
  craft: craft.required(),
  battery: battery.required(),
  board: Joi.object({ definition: id.required(), revision: id.required(), firmware: id.required() }).required(),
  devices: list(deviceInstance, limits.devices).required(),
  definitions: Joi.object({
    boards: Joi.object().pattern(idPattern, boardSchema).min(1).max(4).required(),
    devices: Joi.object().pattern(idPattern, deviceSchema).max(limits.devices).required(),
    protocols: Joi.object().pattern(idPattern, protocolSchema).max(100).required(),
  }).required(),
  automatic: Joi.boolean().required(),
  assignment: assignment.required(),
  supplies: places.required(),
  locks: places.required(),
  bans: Joi.object().pattern(keyPattern, list(place, 100)).required(),
  links: Joi.object()
    .pattern(keyPattern, Joi.object({ board: linkSettings, device: linkSettings }))
    .required(),
  settings: Joi.object().pattern(idPattern, Joi.object().pattern(idPattern, settingValue)).required(),
  log: flightLog.allow(null).required(),
  scales: Joi.object(Object.fromEntries(Object.keys(scales).map((of) => [of, figure('scale')]))).required(),
  set: Joi.object().pattern(wirePattern, stepValue).max(1000).required(),
  lastRead: boardKept.allow(null).required(),
  displays: Joi.object().pattern(idPattern, displayLayout).max(mostDisplays).required(),
  glyphs: glyphShapes.allow(null).required(),
  controls: controls.required(),
  lights: lights.required(),
  features: Joi.object().pattern(label, Joi.boolean()).required(),
  wires: Joi.object().pattern(wirePattern, wireOverride).required(),
  joints: Joi.object()
    .pattern(idPattern, Joi.object({ kind: Joi.valid(...Object.keys(jointKinds)).required(), name: label.required() }))
    .max(limits.devices)
    .required(),
  extras: Joi.object()
    .pattern(extraPattern, Joi.object({ from: wirePoint.required(), to: wirePoint.required() }))
    .max(400)
    .required(),
  colours: colours.required(),
  cables: Joi.object().pattern(keyPattern, Joi.valid('made-up')).required(),
  positions: Joi.object().pattern(idPattern, spot).required(),
  boxPositions: Joi.object().pattern(idPattern, point).required(),
  attached: Joi.object().pattern(idPattern, attached).max(limits.attached).required(),
  built: Joi.object().pattern(wirePattern, Joi.valid(true)).required(),
  accepted: Joi.object()
    .pattern(findingPattern, Joi.object({ fact: prose.required(), reason: prose.required(), by: prose.max(80) }))
    .max(2000)
    .required(),
}

/** A plan file of the present schema version. */
export const planDocumentSchema = Joi.object(planParts)

const any = Joi.object().unknown(true)

/** A plan with its definitions not looked at: each is read for itself. */
export const planShellSchema = Joi.object({
  ...planParts,
  definitions: Joi.object({
    boards: any.min(1).max(4).required(),
    devices: any.max(limits.devices).required(),
    protocols: any.max(100).required(),
  }).required(),
})
