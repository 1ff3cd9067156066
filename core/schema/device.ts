import Joi from 'joi'
import { deviceClasses } from '../catalogue'
import { amps, baud, colour, frame, id, keyed, label, list, prose, versions, volts } from './parts'

const terminal = Joi.object({
  label: label.required(),
  role: Joi.string().valid('signal', 'supply', 'ground', 'video').default('signal'),
  direction: Joi.string().valid('in', 'out', 'both', 'passive').default('passive'),
  high: volts,
  maxIn: volts,
  minHigh: volts,
  colour,
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
  limit: amps.required(),
  kind: Joi.string().valid('linear', 'switching', 'through').required(),
  efficiency: Joi.number().greater(0).max(1).default(1),
  dropout: volts.default(0),
  filtered: Joi.boolean().default(false),
})

const standards = Joi.array().items(Joi.string().valid('PAL', 'NTSC')).min(1)
const level = Joi.string().valid('high', 'low')
const hertz = Joi.number().min(0).max(100_000)

const needShapes: Record<string, Joi.PartialSchemaMap> = {
  serial: {
    lines: Joi.string().valid('both', 'to-device', 'from-device').required(),
    tx: id.when('lines', { is: Joi.valid('both', 'from-device'), then: Joi.required() }),
    rx: id.when('lines', { is: Joi.valid('both', 'to-device'), then: Joi.required() }),
    options: list(
      Joi.object({
        protocol: id.required(),
        bauds: Joi.array().items(baud).min(1).max(30).required(),
        default: baud.required(),
        frame,
        inverted: Joi.boolean(),
        halfDuplex: Joi.boolean(),
      }),
      12,
    )
      .min(1)
      .required(),
    messages: list(
      Joi.object({
        name: label.required(),
        direction: Joi.string().valid('to-device', 'from-device').required(),
        bytes: Joi.number().integer().min(1).max(65_535).required(),
        rate: hertz.required(),
      }),
      30,
    ).default([]),
    states: Joi.string().valid('disarmed', 'armed', 'both').default('both'),
    interruptible: Joi.boolean().default(true),
  },
  switch: {
    terminal: id.required(),
    levels: Joi.object({
      powerUp: Joi.string().valid('high', 'low', 'any').default('any'),
      disarmed: level.required(),
      armed: level.required(),
    }).required(),
    current: amps.default(0.001),
  },
  pulse: {
    terminal: id.required(),
    protocol: Joi.string().valid('pwm', 'burst').default('pwm'),
    rate: Joi.object({ min: hertz.required(), max: hertz.required(), default: hertz.required() }).required(),
    range: Joi.object({ min: Joi.number().min(0).required(), max: Joi.number().max(10_000).required() }).default({
      min: 1000,
      max: 2000,
    }),
  },
  analog: { terminal: id.required(), max: volts.required() },
  i2c: {
    sda: id.required(),
    scl: id.required(),
    addresses: Joi.array().items(Joi.number().integer().min(0).max(127)).min(1).required(),
    pullUp: Joi.number().min(100).max(1_000_000),
  },
  can: { high: id.required(), low: id.required() },
  'led-data': { terminal: id.required(), leds: Joi.number().integer().min(1).max(1000).required() },
  buzzer: { terminal: id.required(), current: amps.required() },
  video: { terminal: id.required(), direction: Joi.string().valid('in', 'out').required(), standards: standards.required() },
  'receiver-pulse': { terminals: Joi.array().items(id).length(1).required() },
  'receiver-parallel': { terminals: Joi.array().items(id).min(2).max(16).required() },
  control: { channels: Joi.number().integer().min(1).max(32).required() },
}

const needKinds = Object.keys(needShapes)

const anyNeed = Joi.object({
  kind: Joi.string()
    .valid(...needKinds)
    .required(),
}).unknown(true)

/** Chooses the shape by `kind`, so that an error names the field and not a list of alternatives. */
function needSchema(): Joi.Schema {
  return Joi.alternatives().conditional('.kind', {
    switch: needKinds.map((kind) => ({
      is: kind,
      then: Joi.object({ kind: Joi.string().valid(kind).required(), label: label.required(), ...needShapes[kind] }),
    })),
    otherwise: anyNeed,
  })
}

/** What a device file may hold, for one variant with all differences applied or for the base. */
export const deviceSchema = Joi.object({
  kind: Joi.string().valid('device').required(),
  schema: Joi.number().valid(1).required(),
  id: id.required(),
  name: label.required(),
  maker: label.required(),
  class: Joi.string()
    .valid(...Object.keys(deviceClasses))
    .required(),
  summary: prose.default(''),
  mass: Joi.number().min(0).max(20_000).required(),
  size: Joi.object({
    width: Joi.number().greater(0).max(2000).required(),
    height: Joi.number().greater(0).max(2000).required(),
  }).required(),
  terminals: keyed(terminal, 60),
  supplies: keyed(supply, 8),
  outputs: keyed(output, 12),
  connectors: keyed(Joi.object({ type: label.required(), pins: Joi.array().items(id).min(1).max(60).required() }), 12),
  needs: keyed(needSchema(), 40),
  settings: keyed(
    Joi.object({
      label: label.required(),
      values: Joi.array().items(Joi.string().max(80), Joi.number()).min(1).max(40).required(),
      default: Joi.alternatives(Joi.string().max(80), Joi.number()).required(),
      pairs: Joi.object({ need: id.required(), with: Joi.string().valid('baud', 'protocol').required() }),
    }),
    40,
  ),
  radios: keyed(
    Joi.object({
      label: label.required(),
      megahertz: Joi.number().min(1).max(100_000).required(),
      sends: Joi.boolean().required(),
      antenna: Joi.number().min(1).max(2000),
      velocity: Joi.number().greater(0).max(1).default(1),
      canBeOff: Joi.boolean().default(false),
    }),
    8,
  ),
  variants: versions.default({ standard: { name: 'standard', note: '', differences: {} } }),
})

/** What a protocol file may hold. */
export const protocolSchema = Joi.object({
  kind: Joi.string().valid('protocol').required(),
  schema: Joi.number().valid(1).required(),
  id: id.required(),
  name: label.required(),
  summary: prose.default(''),
  function: label.required(),
  frame: frame.default('8N1'),
  inverted: Joi.boolean().default(false),
  halfDuplex: Joi.boolean().default(false),
  configuration: Joi.boolean().default(false),
  feature: label,
})
