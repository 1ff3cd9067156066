import Joi from 'joi'
import { definitionSchemas, deviceClasses, pairedJobs, pictureTraits, settingWays, type Need } from '../catalogue'
import { needShapes } from './needs'
import {
  amps,
  capacity,
  characterFormat,
  colour,
  id,
  idPattern,
  keyed,
  label,
  measures,
  prose,
  settingValue,
  share,
  versions,
  volts,
  contact,
  feeds,
  oneOf,
} from './parts'
import { limits } from './limits'

const terminal = Joi.object({
  label: label.required(),
  role: oneOf('terminalRole').default('signal'),
  direction: oneOf('terminalDirection').default('passive'),
  high: volts,
  maxIn: volts,
  minHigh: volts,
  colour,
  side: id,
})

const settingParts = {
  label: label.required(),
  way: Joi.string()
    .valid(...Object.keys(settingWays))
    .default('tool'),
  note: label,
  picture: Joi.string().valid(...pictureTraits),
  pairs: Joi.alternatives(
    Joi.object({ need: id.required(), with: Joi.string().valid('baud', 'protocol').required() }),
    Joi.object({
      setting: id.required(),
      values: Joi.object()
        .pattern(/^.{1,80}$/, settingValue)
        .max(60)
        .required(),
    }),
    Joi.object({ variants: Joi.object().pattern(idPattern, settingValue).min(1).max(60).required() }),
    Joi.object({ output: id.required() }),
    Joi.object({ radio: id.required() }),
    Joi.object({
      job: Joi.string()
        .valid(...pairedJobs)
        .required(),
    }),
    Joi.object({ levels: Joi.array().items(id).min(1).max(6).required() }),
  ),
}
const kind = (name: string) => ({ kind: Joi.string().valid(name).required() })
const finite = Joi.number().min(-1e9).max(1e9)

/** Each kind of setting with what it may hold. */
const choiceSchema = Joi.object({
  ...settingParts,
  // What says nothing else is a choice.
  kind: oneOf('settingKind').default('choice'),
  values: Joi.array().items(label, Joi.number()).min(1).max(60).required(),
  default: Joi.alternatives(label, Joi.number()).required(),
})
const settingSchema = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: 'number',
      then: Joi.object({
        ...settingParts,
        ...kind('number'),
        min: finite.required(),
        max: finite.required(),
        step: Joi.number().greater(0).max(1e9),
        unit: label,
        default: finite.required(),
      }),
    },
    { is: 'switch', then: Joi.object({ ...settingParts, ...kind('switch'), default: Joi.boolean().required() }) },
    {
      is: 'text',
      then: Joi.object({
        ...settingParts,
        ...kind('text'),
        longest: Joi.number().integer().min(1).max(limits.name).required(),
        default: Joi.string().allow('').max(limits.name).required(),
      }),
    },
  ],
  otherwise: choiceSchema,
})

const supply = Joi.object({
  terminal: id.required(),
  ground: id,
  min: volts.required(),
  max: volts.required(),
  typical: amps.required(),
  peak: amps.required(),
  alternative: id,
  filtered: Joi.boolean().default(false),
})

const output = Joi.object({
  label: label.required(),
  terminal: id.required(),
  ground: id.required(),
  volts,
  limit: capacity.required(),
  kind: oneOf('outputKind').required(),
  efficiency: share.default(1),
  dropout: volts.default(0),
  filtered: Joi.boolean().default(false),
  main: Joi.boolean().default(false),
})

const pad = Joi.object({
  label: label.required(),
  terminal: id.required(),
  as: oneOf('devicePadUse').required(),
  group: id,
  max: volts,
  measures,
  drive: amps.default(0.02),
})

const port = Joi.object({
  label: label.required(),
  tx: id,
  rx: id,
  protocols: Joi.array().items(id).min(1).max(12).required(),
}).or('tx', 'rx')

const lead = Joi.object({
  length: Joi.number().min(1).max(5000).required(),
  gauge: Joi.number().integer().min(4).max(40).required(),
})

const kinds = Object.keys(needShapes) as Need['kind'][]

const anyNeed = Joi.object({
  kind: Joi.string()
    .valid(...kinds)
    .required(),
}).unknown(true)

/** Chooses the shape by `kind`, so that an error names the field and not a list of alternatives. */
function needSchema(): Joi.Schema {
  return Joi.alternatives().conditional('.kind', {
    switch: kinds.map((kind) => ({
      is: kind,
      then: Joi.object({ kind: Joi.string().valid(kind).required(), label: label.required(), feeds, ...needShapes[kind] }),
    })),
    otherwise: anyNeed,
  })
}

/** What a device file may hold, for one variant with all differences applied or for the base. */
export const deviceSchema = Joi.object({
  kind: Joi.string().valid('device').required(),
  schema: Joi.number().valid(definitionSchemas.device).required(),
  id: id.required(),
  name: label.required(),
  maker: label.required(),
  class: Joi.string()
    .valid(...Object.keys(deviceClasses))
    .required(),
  summary: prose.default(''),
  mass: Joi.number().min(0).max(20_000).required(),
  size: Joi.object({
    width: Joi.number().min(0.5).max(2000).required(),
    height: Joi.number().min(0.5).max(2000).required(),
  }).required(),
  terminals: keyed(terminal, 60),
  supplies: keyed(supply, 8),
  outputs: keyed(output, 12),
  pads: keyed(pad, 40),
  ports: keyed(port, 8),
  connectors: keyed(
    Joi.object({ type: label.required(), contact, pins: Joi.array().items(id).min(1).max(60).required(), lead }),
    12,
  ),
  motors: Joi.object({
    count: Joi.number().integer().min(1).max(16).required(),
    continuous: capacity.required(),
    peak: capacity.required(),
  }),
  selfPowered: Joi.boolean(),
  needs: keyed(needSchema(), limits.needsOfDevice),
  settings: keyed(settingSchema, limits.settingsOfDevice),
  radios: keyed(
    Joi.object({
      label: label.required(),
      megahertz: Joi.number().min(1).max(100_000).required(),
      sends: Joi.boolean().required(),
      antenna: Joi.number().min(1).max(2000),
      velocity: share.default(1),
      canBeOff: Joi.boolean().default(false),
    }),
    8,
  ),
  variants: versions.default({ standard: { name: 'standard', note: '', differences: {} } }),
})

/** What a protocol file may hold. */
export const protocolSchema = Joi.object({
  kind: Joi.string().valid('protocol').required(),
  schema: Joi.number().valid(definitionSchemas.protocol).required(),
  id: id.required(),
  name: label.required(),
  summary: prose.default(''),
  function: label.required(),
  format: characterFormat.default('8N1'),
  inverted: Joi.boolean().default(false),
  halfDuplex: Joi.boolean().default(false),
  feature: label,
  recorded: Joi.boolean().default(false),
  channels: Joi.number().integer().min(1).max(64),
  outward: Joi.object({ function: label.required(), feature: label }),
})
