import { baud, characterFormat, count, feeds, label, amps, measure, ohms, videoStandard, volts } from './common'
import {
  anId,
  byDefault,
  choice,
  figure,
  flag,
  group,
  list,
  name,
  optional,
  refersTo,
  startsAs,
  type FieldWords,
  type KindOf,
} from './field'

const hertz = (words?: FieldWords) => figure({ unit: 'Hz', min: 0, max: 100_000 }, words)
const pulseRate = (start: number, words?: FieldWords) => startsAs(figure({ unit: 'Hz', min: 1, max: 100_000 }, words), start)
const switchLevel = choice(['high', 'low'])
/** A terminal that a need is wired by. */
const terminal = (words?: FieldWords) => refersTo({ section: 'terminals', offers: ['signal', 'video'] }, words)

/** One way of speaking over a serial link: a protocol with the rates this device can use. */
const serialOption = group({
  protocol: startsAs(anId({ width: 130, suggests: ['protocols'] }), 'msp'),
  bauds: startsAs(list(baud(), { least: 1, most: 30 }, { head: 'rates, baud', words: 'rates', width: 200 }), [115_200]),
  default: startsAs(baud({ head: 'ships at', words: 'rate as it ships' }), 115_200),
  format: optional(characterFormat),
  inverted: optional(flag()),
  halfDuplex: optional(flag({ head: 'half duplex' })),
})

/** A message sent over a link at a steady rate. */
const message = group({
  name: label,
  direction: choice(['to-device', 'from-device']),
  /** Bytes each. */
  bytes: startsAs(count(1, 65_535, { help: 'Bytes each, with what frames them' }), 20),
  rate: startsAs(hertz({ head: 'a second', words: 'rate' }), 1),
  /** It is sent where this protocol is spoken, and only there; under any when missing. */
  protocol: optional(anId({ head: 'under protocol', words: 'protocol it is sent under', width: 110, suggests: ['protocols'] })),
})

/** What every need has. */
export const ofAllNeeds = { label: name({ width: 150 }), feeds: optional(feeds) }

/** What a need of each kind holds besides. */
export const needFields = {
  serial: {
    lines: choice(['both', 'to-device', 'from-device']),
    tx: optional(
      terminal({ help: 'Terminal that the device talks on', neededWhere: { field: 'lines', is: ['both', 'from-device'] } }),
    ),
    rx: optional(
      terminal({ help: 'Terminal that the device listens on', neededWhere: { field: 'lines', is: ['both', 'to-device'] } }),
    ),
    options: startsAs(list(serialOption, { least: 1, most: 12 }, { head: 'speaks', words: 'way of speaking' }), [
      { protocol: 'msp', bauds: [115_200], default: 115_200 },
    ]),
    messages: byDefault(list(message, { most: 30 }, { words: 'message' }), []),
    states: byDefault(choice(['disarmed', 'armed', 'both'], { head: 'runs', words: 'flight states' }), 'both'),
    interruptible: byDefault(flag({ head: 'may be interrupted' }), true),
    takesTurns: byDefault(
      flag({ head: 'takes turns', help: 'Talks only when its turn has come: several such parts may be joined on one RX' }),
      false,
    ),
    configures: byDefault(
      flag({ head: 'configures the board', help: 'A configuration program can use it to set up the board' }),
      false,
    ),
  },
  switch: {
    terminal: terminal(),
    /** Level of the line in each state. */
    levels: group({
      powerUp: byDefault(choice(['high', 'low', 'any'], { head: 'at power-up', words: 'level at power-up' }), 'any'),
      disarmed: { ...switchLevel, words: 'level while disarmed' },
      armed: { ...switchLevel, words: 'level while armed' },
    }),
    current: byDefault(amps({ head: 'takes A', words: 'current' }), 0.001),
  },
  pulse: {
    terminal: terminal(),
    protocol: byDefault(choice(['pwm', 'burst'], { head: 'pulses', words: 'kind of pulses' }), 'pwm'),
    rate: group({
      min: pulseRate(50, { head: 'least Hz', words: 'lowest rate', atMost: 'max' }),
      max: pulseRate(50, { head: 'most Hz', words: 'highest rate' }),
      default: pulseRate(50, { head: 'usual Hz', words: 'usual rate', atMost: 'max', atLeast: 'min' }),
    }),
    /** Pulses that it goes by. */
    range: byDefault(
      group({
        min: figure({ unit: 'µs', min: 0 }, { head: 'from µs', words: 'shortest pulse', atMost: 'max' }),
        max: figure({ unit: 'µs', max: 10_000 }, { head: 'to µs', words: 'longest pulse' }),
      }),
      { min: 1000, max: 2000 },
    ),
    /** Where the ends of that range take it, in degrees or millimetres, and the axis of the craft that they turn about. */
    moves: optional(
      startsAs(
        group({
          from: figure({ min: -1000, max: 1000 }, { head: 'moves from', words: 'where the shortest pulse takes it' }),
          to: figure({ min: -1000, max: 1000 }, { head: 'to', words: 'where the longest pulse takes it', unlike: 'from' }),
          unit: choice(['°', 'mm']),
          axis: optional(choice(['roll', 'pitch', 'yaw'])),
        }),
        { from: -45, to: 45, unit: '°' },
      ),
    ),
    /** From which pulse on it does something, where it does not follow. */
    triggers: optional(
      startsAs(
        group({
          at: figure({ unit: 'µs', min: 500, max: 2500 }, { head: 'acts at µs', words: 'pulse that it acts at' }),
          hysteresis: byDefault(
            figure({ unit: 'µs', min: 0, max: 500 }, { head: 'lets go µs below', words: 'how far below it lets go' }),
            20,
          ),
          does: { ...label, words: 'what it does above' },
          final: byDefault(flag({ help: 'It cannot be taken back: a parachute is out' }), false),
        }),
        { at: 1500, hysteresis: 20, does: 'acts', final: false },
      ),
    ),
    withoutPulse: optional(name({ head: 'without pulses', width: 140 })),
  },
  analog: {
    terminal: terminal(),
    max: startsAs(volts({ head: 'max V', words: 'highest voltage' }), 3.3),
    measures: optional(measure),
  },
  i2c: {
    sda: terminal(),
    scl: terminal(),
    addresses: startsAs(list(count(0, 127), { least: 1 }, { help: 'Those it can be set to; it ships with the first' }), [60]),
    pullUp: optional(ohms({ head: 'pull-up Ω', words: 'pull-up' })),
  },
  can: { high: terminal(), low: terminal() },
  'led-data': {
    terminal: terminal(),
    leds: startsAs(count(1, 1000, { head: 'LEDs' }), 8),
    pitch: byDefault(figure({ unit: 'mm', min: 1, max: 200 }, { head: 'pitch mm', words: 'distance of lights' }), 16.6),
    ohms: byDefault(
      figure(
        { unit: 'Ω', min: 0, max: 1 },
        { head: 'Ω each', words: 'resistance from light to light', help: 'Of supply and ground together' },
      ),
      0.007,
    ),
  },
  buzzer: { terminal: terminal(), current: startsAs(amps({ head: 'takes A', words: 'current' }), 0.02) },
  video: {
    terminal: terminal(),
    direction: choice(['in', 'out']),
    standards: startsAs(list(videoStandard, { least: 1 }), ['PAL', 'NTSC']),
  },
  'receiver-pulse': { terminals: list(terminal(), { exactly: 1 }) },
  'receiver-parallel': { terminals: list(terminal(), { least: 2, most: 16 }) },
  control: {
    channels: startsAs(count(1, 32), 16),
    /** Channels that carry on and off alone. */
    onOff: byDefault(list(count(1, 32), { most: 32 }, { head: 'on/off channels' }), []),
    steps: optional(count(2, 4096, { help: 'Values that the radio link tells apart; all of the wire’s when missing' })),
  },
}

export type NeedDefinition = KindOf<typeof ofAllNeeds, typeof needFields>
