import Joi from 'joi'
import type { Need } from '../catalogue'
import { amps, baud, characterFormat, id, label, list, measures, oneOf, volts } from './parts'

const standards = Joi.array().items(oneOf('videoStandard')).min(1)
const level = oneOf('switchLevel')
const hertz = Joi.number().min(0).max(100_000)
const pulses = Joi.number().min(1).max(100_000)

/** What a need of each kind may hold besides its kind and label. */
export const needShapes: Record<Need['kind'], Joi.PartialSchemaMap> = {
  serial: {
    lines: oneOf('linkLines').required(),
    tx: id.when('lines', { is: Joi.valid('both', 'from-device'), then: Joi.required() }),
    rx: id.when('lines', { is: Joi.valid('both', 'to-device'), then: Joi.required() }),
    options: list(
      Joi.object({
        protocol: id.required(),
        bauds: Joi.array().items(baud).min(1).max(30).required(),
        default: baud.required(),
        format: characterFormat,
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
        direction: oneOf('messageDirection').required(),
        bytes: Joi.number().integer().min(1).max(65_535).required(),
        rate: hertz.required(),
        protocol: id,
      }),
      30,
    ).default([]),
    states: oneOf('flightStates').default('both'),
    interruptible: Joi.boolean().default(true),
    takesTurns: Joi.boolean().default(false),
    configures: Joi.boolean().default(false),
  },
  switch: {
    terminal: id.required(),
    levels: Joi.object({
      powerUp: oneOf('levelAtPowerUp').default('any'),
      disarmed: level.required(),
      armed: level.required(),
    }).required(),
    current: amps.default(0.001),
  },
  pulse: {
    terminal: id.required(),
    protocol: oneOf('pulseProtocol').default('pwm'),
    rate: Joi.object({ min: pulses.required(), max: pulses.required(), default: pulses.required() }).required(),
    range: Joi.object({ min: Joi.number().min(0).required(), max: Joi.number().max(10_000).required() }).default({
      min: 1000,
      max: 2000,
    }),
    moves: Joi.object({
      from: Joi.number().min(-1000).max(1000).required(),
      to: Joi.number().min(-1000).max(1000).invalid(Joi.ref('from')).required(),
      unit: oneOf('travelUnit').required(),
      axis: Joi.string().valid('roll', 'pitch', 'yaw'),
    }),
    triggers: Joi.object({
      at: Joi.number().min(500).max(2500).required(),
      hysteresis: Joi.number().min(0).max(500).default(20),
      does: label.required(),
      final: Joi.boolean().default(false),
    }),
    withoutPulse: label,
  },
  analog: { terminal: id.required(), max: volts.required(), measures },
  i2c: {
    sda: id.required(),
    scl: id.required(),
    addresses: Joi.array().items(Joi.number().integer().min(0).max(127)).min(1).required(),
    pullUp: Joi.number().min(100).max(1_000_000),
  },
  can: { high: id.required(), low: id.required() },
  'led-data': {
    terminal: id.required(),
    leds: Joi.number().integer().min(1).max(1000).required(),
    pitch: Joi.number().min(1).max(200).default(16.6),
    ohms: Joi.number().min(0).max(1).default(0.007),
  },
  buzzer: { terminal: id.required(), current: amps.required() },
  video: { terminal: id.required(), direction: oneOf('videoDirection').required(), standards: standards.required() },
  'receiver-pulse': { terminals: Joi.array().items(id).length(1).required() },
  'receiver-parallel': { terminals: Joi.array().items(id).min(2).max(16).required() },
  control: {
    channels: Joi.number().integer().min(1).max(32).required(),
    onOff: Joi.array().items(Joi.number().integer().min(1).max(32)).max(32).default([]),
    steps: Joi.number().integer().min(2).max(4096),
  },
}
