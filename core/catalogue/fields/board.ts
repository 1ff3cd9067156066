import { limits } from '../limits'
import { definitionSchemas } from '../upgrade'
import {
  amps,
  attached,
  baud,
  boardSides,
  busAddress,
  capacity,
  contact,
  count,
  feeds,
  head,
  label,
  measure,
  ohms,
  onBoard,
  origins,
  purchase,
  share,
  versions,
  videoStandard,
  volts,
} from './common'
import {
  anId,
  byDefault,
  choice,
  figure,
  figureOf,
  flag,
  group,
  list,
  name,
  optional,
  pair,
  parts,
  prose,
  refersTo,
  startsAs,
  started,
  word,
  type FieldWords,
  type PartValues,
} from './field'

/** What a pin serves: a serial port, a need of one pad, or a bus that several parts share; one of them at a time. */
export type PinRole = 'serial' | 'pad' | 'bus'

/** What a pin can be used as, in words that the name of its owner follows, and what it serves then. A pin does one of these at a time. */
export const pinUses = {
  'uart-tx': { words: 'TX of', role: 'serial' },
  'uart-rx': { words: 'RX of', role: 'serial' },
  pulse: { words: 'pulses of', role: 'pad' },
  'led-data': { words: 'LED data of', role: 'pad' },
  switch: { words: 'switched output', role: 'pad' },
  analog: { words: 'analog input', role: 'pad' },
  buzzer: { words: 'buzzer driver', role: 'pad' },
  'i2c-sda': { words: 'SDA of', role: 'bus' },
  'i2c-scl': { words: 'SCL of', role: 'bus' },
  'can-h': { words: 'high line of', role: 'bus' },
  'can-l': { words: 'low line of', role: 'bus' },
  'receiver-pulse': { words: 'single-wire receiver', role: 'pad' },
  'receiver-channel': { words: 'receiver channel', role: 'pad' },
  'video-in': { words: 'video in', role: 'pad' },
  'video-out': { words: 'video out', role: 'pad' },
} as const satisfies Record<string, { words: string; role: PinRole }>
export type PinUse = keyof typeof pinUses

const pinUse = choice(Object.keys(pinUses) as PinUse[])
const aPin = refersTo({ section: 'pins' })
const side = byDefault(choice(boardSides), 'top')

/** One of the mutually exclusive functions of a pin. */
const pinFunction = {
  as: { ...pinUse, head: 'used as' },
  /** The port, timer, I²C or CAN bus that this function belongs to. */
  of: optional(
    anId({ help: 'The port, timer or bus that it belongs to', width: 90, suggests: ['ports', 'timers', 'i2c', 'can'] }),
  ),
  /** Timer channel, or channel number of a parallel receiver. */
  channel: optional(count(0, 64, { help: 'Channel of the timer, or of a receiver with a wire for each channel' })),
  /** DMA stream taken while this function is in use. */
  dma: optional(anId({ head: 'DMA stream', words: 'DMA stream', help: 'Taken while it is used so' })),
  /** Highest input of an analog function. */
  max: optional(volts({ head: 'max V', words: 'highest input' })),
  /** What the firmware takes the value of an analog function for until it is told otherwise. */
  measures: optional(measure),
}

/** A pin of the controller behind one or more pads. */
const pin = {
  level: byDefault(
    volts({
      head: 'high V',
      words: 'high level',
      help: 'Volts of an output that is high',
      find: 'measure at a TX pad of an idle port',
    }),
    3.3,
  ),
  maxIn: byDefault(
    volts({ head: 'max in V', words: 'highest input', find: 'the sheet of its controller: whether this pin bears 5 V' }),
    5.5,
  ),
  drive: byDefault(
    amps({
      head: 'drive A',
      words: 'drive',
      help: 'Current it can source or sink',
      find: 'the sheet of its controller; of a buzzer or LED pad the board’s manual',
    }),
    0.02,
  ),
  functions: byDefault(list(group(pinFunction), { most: 20 }, { words: 'function' }), []),
  /** The feature that holds this pin until it is moved elsewhere. */
  default: optional(group({ feature: anId({ head: 'held by', words: 'feature that holds it' }), as: pinUse })),
}

const padExtent = figure({ unit: 'mm', min: 0.1, max: 50 })

/** A solder pad or a contact of a connector, at its place on the board. */
const pad = {
  label,
  x: startsAs(onBoard(), 0),
  y: startsAs(onBoard(), 0),
  side,
  kind: byDefault(choice(['signal', 'supply', 'ground']), 'signal'),
  pin: optional(aPin),
  rail: optional(refersTo({ section: 'rails' })),
  connector: optional(refersTo({ section: 'connectors' })),
  /** Contact number in the connector, counted from 1. */
  position: optional(
    count(1, 60, {
      words: 'contact',
      find: 'count from the mark on the plug, or from the drawing in the manual',
      gap: { says: 'not given: the order of contacts goes unchecked', of: ({ connector }) => connector !== undefined },
    }),
  ),
  /** Number of the output, of those by which the firmware knows motors: it gives the first motor the first. */
  output: optional(count(1, 64)),
  /** Width and length of the copper of a plain pad. */
  size: optional(startsAs(group({ width: padExtent, height: padExtent }), { width: 1.5, height: 1.5 })),
}

const line = (words: FieldWords) =>
  group(
    {
      pin: { ...aPin, head: `${words.head} pin`, words: `pin of ${words.head}` },
      inverter: byDefault(choice(['none', 'fixed', 'selectable'], { head: `${words.head} inverter` }), 'none'),
    },
    words,
  )

const notOnSoftware = { says: 'not given: rates are taken as exact', of: ({ kind }: PartValues) => kind === 'hardware' }

/** A serial port; either line may be missing. */
const port = {
  label,
  index: startsAs(count(0, 64, { help: 'Number printed on the board' }), 1),
  number: startsAs(count(0, 255, { help: 'Number by which the board’s firmware knows it' }), 0),
  kind: byDefault(choice(['hardware', 'software', 'usb']), 'hardware'),
  tx: optional(line({ head: 'TX' })),
  rx: optional(line({ head: 'RX' })),
  halfDuplex: byDefault(flag({ head: 'half duplex' }), false),
  /** Which line talks both ways on one wire; TX unless said otherwise. */
  oneWire: optional(choice(['tx', 'rx'], { head: 'one wire on', help: 'The line that talks both ways; TX when empty' })),
  minBaud: byDefault(baud({ head: 'least baud', words: 'lowest rate', atMost: 'maxBaud' }), 1200),
  maxBaud: byDefault(baud({ head: 'most baud', words: 'highest rate' }), 2_000_000),
  /** Kernel clock of the port; missing on software and USB ports. */
  clock: optional(
    figure(
      { unit: 'Hz', min: 1_000_000, max: 1_000_000_000, whole: true },
      { head: 'clock Hz', words: 'clock', find: 'the sheet of its controller, under its serial ports', gap: notOnSoftware },
    ),
  ),
  oversampling: byDefault(figureOf([8, 16]), 16),
  usbShared: byDefault(
    flag({ head: 'shared with USB', help: 'Wired in parallel with the USB bridge: lost while USB is in use' }),
    false,
  ),
  stateShared: byDefault(
    flag({ head: 'shared by state', help: 'May carry one function while disarmed and another while armed' }),
    false,
  ),
  splitUse: byDefault(flag({ head: 'split use', help: 'A listener and a talker of equal rate and frame may share it' }), false),
}

const regulator = ({ kind }: PartValues) => kind === 'linear' || kind === 'switching'

const rail = {
  label,
  kind: startsAs(choice(['battery', 'linear', 'switching', 'usb', 'through']), 'switching'),
  /** Missing on a rail that follows its source. */
  volts: started(optional(startsAs(volts({ head: 'V', words: 'volts' }), 5))),
  /** The rail this one is made from; missing on USB and where the board is fed from outside. */
  source: started(optional(refersTo({ section: 'rails' }, { head: 'made from' }))),
  input: optional({
    ...startsAs(
      group({
        min: volts({ head: 'from V', words: 'lowest input', find: 'the board’s manual, under power', atMost: 'max' }),
        max: volts({ head: 'up to V', words: 'highest input', find: 'the board’s manual, under power' }),
      }),
      { min: 7, max: 26 },
    ),
    gap: { says: 'not given: its input range goes unchecked', of: regulator },
  }),
  dropout: byDefault(volts({ head: 'drop-out V', words: 'drop-out' }), 0),
  limit: startsAs(
    capacity({ head: 'limit A', words: 'limit', find: 'the board’s manual; or load it until its volts fall by a twentieth' }),
    1,
  ),
  own: byDefault(amps({ head: 'own A', words: 'current of the board itself' }), 0),
  efficiency: byDefault(share(), 1),
  liveFrom: byDefault(list(choice(['battery', 'usb']), {}, { head: 'live from', width: 90 }), ['battery']),
  filtered: byDefault(flag(), false),
  /** Off until an output switches it on. */
  switchedBy: optional(anId({ head: 'switched by' })),
  main: byDefault(flag({ help: 'Made to carry the current of motors: wide copper, thick pads' }), false),
  kelvinPerWatt: optional(
    figure(
      { min: 0, max: 500 },
      {
        head: 'K per W',
        words: 'heating',
        find: 'feel it after a minute of known load: degrees above the room, by its watts',
        gap: { says: 'not given: its heat is told in watts alone', of: ({ kind }) => kind === 'linear' },
      },
    ),
  ),
}

const connector = {
  label,
  type: startsAs(name({ width: 130, help: 'Kind of connector, × and its contacts, such as JST-SH 1.0 ×4' }), 'JST-SH 1.0 ×4'),
  contact: optional(contact),
  x: startsAs(onBoard(), 0),
  y: startsAs(onBoard(), 0),
  width: startsAs(figure({ unit: 'mm', min: 0.5, max: 100 }), 6),
  height: startsAs(figure({ unit: 'mm', min: 0.5, max: 100 }), 4),
  side,
}

/** A part soldered to the board. */
const onBus = { name: label, address: busAddress, feeds: optional(feeds) }

const i2c = {
  label,
  sda: aPin,
  scl: aPin,
  /** Pull-up on the board; missing when there is none. */
  pullUp: optional(ohms({ head: 'pull-up Ω', words: 'pull-up' })),
  /** Addresses of parts soldered to the board. */
  onBoard: byDefault(list(group(onBus), { most: 20 }, { head: 'on the board', words: 'part on the board' }), []),
}

const cells = count(1, 14)
const hole = { x: onBoard(), y: onBoard(), diameter: byDefault(figure({ unit: 'mm', min: 0, max: 20 }), 3) }
const extent = (head: string) => figure({ unit: 'mm', min: 1, max: limits.board }, { head })

/** What a board file holds. */
export const boardFields = {
  kind: word('board'),
  schema: word(definitionSchemas.board),
  ...head,
  mass: figure({ unit: 'g', min: 0, max: 2000 }, { find: 'weigh it' }),
  outline: group({
    width: extent('width'),
    height: extent('height'),
    radius: byDefault(figure({ unit: 'mm', min: 0, max: 50 }, { head: 'radius of its corners' }), 2),
    holes: byDefault(list(group(hole), { most: 12 }, { words: 'hole' }), []),
    /** Its pads lie in their order, and not at their places. */
    sketch: optional(flag({ head: 'a sketch: pads in their order, not to measure' })),
  }),
  usb: group({
    x: onBoard({ head: 'USB from the left' }),
    y: onBoard({ head: 'USB from the top' }),
    edge: choice(['left', 'right', 'top', 'bottom'], { head: 'USB at the edge' }),
  }),
  supply: group({
    cellsMin: { ...cells, head: 'cells, fewest', atMost: 'cellsMax' },
    cellsMax: { ...cells, head: 'cells, most' },
  }),
  /** The protocol it is configured by, over how many links at once, and whether USB is one that shares nothing. */
  configuration: byDefault(
    group({
      protocol: byDefault(anId({ head: 'configured by' }), 'msp'),
      maxLinks: byDefault(count(1, 20, { head: 'links to configure it' }), 3),
      usb: byDefault(flag({ head: 'USB shares nothing' }), true),
    }),
    { protocol: 'msp', maxLinks: 3, usb: true },
  ),
  /** What it measures by itself, without a part of its own: the current that goes through it. */
  feeds: optional({ ...feeds, head: 'measures by itself' }),
  receivers: byDefault(count(1, 4, { head: 'receivers at a time' }), 1),
  /** Protocols that its firmware speaks; all of them when missing. */
  protocols: optional(list(anId(), { most: 100 }, { head: 'protocols it speaks', help: 'All of them when empty' })),
  pads: parts(pad, limits.pads, { head: 'Pad table', words: 'pad' }),
  connectors: parts(connector, 60, { head: 'Connectors', words: 'connector' }),
  pins: parts(pin, limits.pins, { head: 'Pins', words: 'pin' }),
  ports: parts(port, limits.ports, { head: 'Ports', words: 'port' }),
  timers: parts({ label }, 40, { head: 'Timers', words: 'timer' }),
  rails: parts(rail, limits.rails, { head: 'Rails', words: 'rail' }),
  /** Features that cannot be on together, and why. */
  exclusions: byDefault(
    list(
      group({
        features: {
          ...pair(name()),
          head: 'not together',
          width: 180,
          help: 'Two of: pads:ID, port:ID, software-serial, led-data …, parted by ;',
        },
        reason: prose({ width: 260 }),
      }),
      { most: 40 },
      { words: 'exclusion' },
    ),
    [],
  ),
  i2c: parts(i2c, 10, { head: 'I²C', words: 'bus' }),
  can: parts({ label, high: aPin, low: aPin }, 10, { head: 'CAN', words: 'bus' }),
  overlay: optional(
    group({
      name: { ...label, head: 'built-in overlay' },
      standards: startsAs(list(videoStandard, {}, { head: 'its standards' }), ['PAL', 'NTSC']),
    }),
  ),
  storage: byDefault(
    group({
      flash: byDefault(figure({ unit: 'bytes', min: 0, whole: true }, { head: 'flash memory' }), 0),
      card: byDefault(flag({ head: 'memory card' }), false),
    }),
    { flash: 0, card: false },
  ),
  purchase,
  origins,
  attached,
  revisions: versions,
  firmwares: byDefault(versions, { current: { name: 'current', note: '', differences: {} } }),
}
