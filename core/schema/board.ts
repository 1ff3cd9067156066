import Joi from 'joi'
import { definitionSchemas, pinUses } from '../catalogue'
import {
  amps,
  baud,
  capacity,
  contact,
  feeds,
  id,
  keyed,
  label,
  list,
  measures,
  onBoard,
  oneOf,
  prose,
  share,
  versions,
  volts,
} from './parts'
import { limits } from './limits'

const pinUse = Joi.string().valid(...Object.keys(pinUses))

const pin = Joi.object({
  level: volts.default(3.3),
  maxIn: volts.default(5.5),
  drive: amps.default(0.02),
  functions: list(
    Joi.object({
      as: pinUse.required(),
      of: id,
      channel: Joi.number().integer().min(0).max(64),
      dma: id,
      max: volts,
      measures,
    }),
    20,
  ).default([]),
  default: Joi.object({ feature: id.required(), as: pinUse.required() }),
})

const padSide = Joi.number().min(0.1).max(50)

const side = oneOf('boardSide').default('top')

const pad = Joi.object({
  label: label.required(),
  x: onBoard.required(),
  y: onBoard.required(),
  side,
  kind: oneOf('padKind').default('signal'),
  pin: id,
  rail: id,
  connector: id,
  position: Joi.number().integer().min(1).max(60),
  output: Joi.number().integer().min(1).max(64),
  size: Joi.object({ width: padSide.required(), height: padSide.required() }),
})

const line = Joi.object({ pin: id.required(), inverter: oneOf('inverter').default('none') })

const port = Joi.object({
  label: label.required(),
  index: Joi.number().integer().min(0).max(64).required(),
  number: Joi.number().integer().min(0).max(255).required(),
  kind: oneOf('portKind').default('hardware'),
  tx: line,
  rx: line,
  halfDuplex: Joi.boolean().default(false),
  minBaud: baud.default(1200),
  maxBaud: baud.default(2_000_000),
  clock: Joi.number().integer().min(1_000_000).max(1_000_000_000),
  oversampling: Joi.number().valid(8, 16).default(16),
  usbShared: Joi.boolean().default(false),
  stateShared: Joi.boolean().default(false),
  splitUse: Joi.boolean().default(false),
})

const rail = Joi.object({
  label: label.required(),
  kind: oneOf('railKind').required(),
  volts,
  source: id,
  input: Joi.object({ min: volts.required(), max: volts.required() }),
  dropout: volts.default(0),
  limit: capacity.required(),
  own: amps.default(0),
  efficiency: share.default(1),
  liveFrom: Joi.array().items(oneOf('liveFrom')).default(['battery']),
  filtered: Joi.boolean().default(false),
  switchedBy: id,
  main: Joi.boolean().default(false),
  kelvinPerWatt: Joi.number().min(0).max(500),
})

/** What a board file may hold, for one revision with all differences applied or for the base. */
export const boardSchema = Joi.object({
  kind: Joi.string().valid('board').required(),
  schema: Joi.number().valid(definitionSchemas.board).required(),
  id: id.required(),
  name: label.required(),
  maker: label.required(),
  summary: prose.default(''),
  mass: Joi.number().min(0).max(2000).required(),
  outline: Joi.object({
    width: Joi.number().min(1).max(limits.board).required(),
    height: Joi.number().min(1).max(limits.board).required(),
    radius: Joi.number().min(0).max(50).default(2),
    holes: list(
      Joi.object({ x: onBoard.required(), y: onBoard.required(), diameter: Joi.number().min(0).max(20).default(3) }),
      12,
    ).default([]),
  }).required(),
  usb: Joi.object({
    x: onBoard.required(),
    y: onBoard.required(),
    edge: oneOf('boardEdge').required(),
  }).required(),
  supply: Joi.object({
    cellsMin: Joi.number().integer().min(1).max(14).required(),
    cellsMax: Joi.number().integer().min(1).max(14).required(),
  }).required(),
  configuration: Joi.object({
    protocol: id.default('msp'),
    maxLinks: Joi.number().integer().min(1).max(20).default(3),
    usb: Joi.boolean().default(true),
  }).default({ protocol: 'msp', maxLinks: 3, usb: true }),
  receivers: Joi.number().integer().min(1).max(4).default(1),
  protocols: Joi.array().items(id).max(100),
  pads: keyed(pad, limits.pads),
  connectors: keyed(
    Joi.object({
      label: label.required(),
      type: label.required(),
      contact,
      x: onBoard.required(),
      y: onBoard.required(),
      width: Joi.number().min(0.5).max(100).required(),
      height: Joi.number().min(0.5).max(100).required(),
      side,
    }),
    60,
  ),
  pins: keyed(pin, limits.pins),
  ports: keyed(port, limits.ports),
  timers: keyed(Joi.object({ label: label.required() }), 40),
  rails: keyed(rail, limits.rails),
  exclusions: list(Joi.object({ features: Joi.array().items(label).length(2).required(), reason: prose.required() }), 40).default(
    [],
  ),
  i2c: keyed(
    Joi.object({
      label: label.required(),
      sda: id.required(),
      scl: id.required(),
      pullUp: Joi.number().min(100).max(1_000_000),
      onBoard: list(
        Joi.object({ name: label.required(), address: Joi.number().integer().min(0).max(127).required(), feeds }),
        20,
      ).default([]),
    }),
    10,
  ),
  can: keyed(Joi.object({ label: label.required(), high: id.required(), low: id.required() }), 10),
  overlay: Joi.object({ name: label.required(), standards: Joi.array().items(oneOf('videoStandard')).required() }),
  storage: Joi.object({ flash: Joi.number().integer().min(0).default(0), card: Joi.boolean().default(false) }).default({
    flash: 0,
    card: false,
  }),
  revisions: versions.required(),
  firmwares: versions.default({ current: { name: 'current', note: '', differences: {} } }),
})
