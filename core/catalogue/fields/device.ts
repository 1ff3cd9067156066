import { limits } from '../limits'
import { definitionSchemas } from '../upgrade'
import {
  amps,
  attached,
  capacity,
  contact,
  count,
  head,
  label,
  measure,
  origins,
  purchase,
  share,
  versions,
  volts,
  wireColour,
} from './common'
import {
  anId,
  byDefault,
  choice,
  figure,
  flag,
  group,
  keyOf,
  kinds,
  list,
  name,
  optional,
  parts,
  refersTo,
  startsAs,
  started,
  word,
  type FieldWords,
  type PartValues,
} from './field'
import { needFields, ofAllNeeds } from './needs'
import { ofAllSettings, settingFields } from './settings'

export const deviceClasses = {
  receiver: 'Control receiver',
  gnss: 'GNSS',
  overlay: 'Text overlay',
  camera: 'Camera',
  transmitter: 'Video transmitter',
  'video-link': 'Digital video link',
  logger: 'Flight logger',
  adapter: 'Wireless adapter',
  buzzer: 'Buzzer',
  lights: 'LED strip',
  gimbal: 'Gimbal',
  traffic: 'Traffic receiver',
  esc: 'ESC',
  converter: 'Serial-to-pulse converter',
  sensor: 'Sensor',
  telemetry: 'Telemetry radio',
  computer: 'Companion computer',
  switch: 'Switch',
  light: 'Light',
  release: 'Release',
  servo: 'Servo',
  power: 'Power',
  tool: 'Bench tool',
} as const

const signal = (words?: FieldWords) => refersTo({ section: 'terminals', offers: ['signal'] }, words)
const supplyEnd = refersTo({ section: 'terminals', role: 'supply' })
const groundEnd = refersTo({ section: 'terminals', role: 'ground' })
const filtered = byDefault(flag({ help: 'Made free of ripple, as cameras like it' }), false)
const isSignal =
  (direction: 'in' | 'out') =>
  ({ role, direction: is }: PartValues) =>
    role === 'signal' && (is === direction || is === 'both')
const unchecked = (direction: 'in' | 'out') => ({
  says: 'not given: its level goes unchecked',
  of: isSignal(direction),
})

/** An electrical end of a device. */
const terminal = {
  label,
  role: byDefault(choice(['signal', 'supply', 'ground', 'video']), 'signal'),
  direction: byDefault(choice(['in', 'out', 'both', 'passive']), 'passive'),
  high: optional(
    volts({
      head: 'high V',
      words: 'high level',
      help: 'Volts of an output that is high',
      find: 'measure at the terminal while the part is on and idle: a serial output is high then',
      gap: unchecked('out'),
    }),
  ),
  maxIn: optional(
    volts({
      head: 'max in V',
      words: 'highest input',
      find: 'the maker’s sheet, under inputs; the supply of its chip at least',
      gap: unchecked('in'),
    }),
  ),
  minHigh: optional(
    volts({
      head: 'min high V',
      words: 'lowest high',
      help: 'Lowest volts that an input reads as high',
      find: 'the maker’s sheet, under inputs; often 0.7 of the supply of its chip',
      gap: unchecked('in'),
    }),
  ),
  colour: optional({ ...wireColour, gap: 'no lead colour: a plain one is taken' }),
  side: optional(anId({ help: 'Side of a part whose grounds are not joined inside, such as an overlay’s logic and its video' })),
}

/** A supply input. One device may have several, of which some are alternatives. */
const supply = {
  terminal: supplyEnd,
  /** Missing when the current returns through a signal terminal, as with a switched buzzer. */
  ground: optional(groundEnd),
  min: startsAs(volts({ head: 'min V', words: 'lowest volts', find: 'the label or the maker’s sheet', atMost: 'max' }), 4.5),
  max: startsAs(volts({ head: 'max V', words: 'highest volts', find: 'the label or the maker’s sheet' }), 5.5),
  typical: startsAs(
    amps({
      head: 'typical A',
      words: 'typical current',
      find: 'a meter in its supply lead, while it does what it usually does',
      atMost: 'peak',
    }),
    0.1,
  ),
  peak: startsAs(
    amps({ head: 'peak A', words: 'peak current', find: 'a meter that keeps the highest, while it starts and while it sends' }),
    0.2,
  ),
  alternative: optional(
    anId({ head: 'one of', words: 'group of alternatives', help: 'Only one supply of a group is connected' }),
  ),
  filtered: { ...filtered, help: 'Works better from a filtered rail' },
}

/** A supply output of a device such as a BEC, a PDB or an ESC. */
const output = {
  label,
  terminal: supplyEnd,
  ground: groundEnd,
  /** Missing: the battery voltage passes through. */
  volts: started(optional(startsAs(volts({ head: 'V', words: 'volts' }), 5))),
  limit: startsAs(
    capacity({
      head: 'limit A',
      words: 'limit',
      find: 'the label or the maker’s sheet; or load it until its volts fall by a twentieth',
    }),
    1,
  ),
  kind: startsAs(choice(['linear', 'switching', 'through']), 'switching'),
  efficiency: byDefault(share(), 1),
  dropout: byDefault(volts({ head: 'drop-out V', words: 'drop-out' }), 0),
  filtered,
  main: byDefault(flag({ help: 'Made to carry the current of motors' }), false),
}

/**
 * A terminal that can serve a need of another part: an output of a converter, an overlay's own input
 * for signal strength or battery voltage. It works as a pad of the board does.
 */
const pad = {
  label,
  terminal: signal(),
  as: choice(['pulse', 'analog', 'switch', 'led-data', 'buzzer'], { words: 'use' }),
  group: optional(
    refersTo(
      { section: 'settings' },
      { head: 'rates by', words: 'setting with the rates', help: 'Its values are the pulse rates in Hz that its group can have' },
    ),
  ),
  max: optional(volts({ head: 'max V', words: 'highest input' })),
  measures: optional(measure),
  drive: byDefault(amps({ head: 'drive A', words: 'drive', help: 'Current it can source or sink' }), 0.02),
}

/**
 * A serial port of the part's own, at which a tool on the bench reads and sets it: a programming
 * adapter at the update connector of a converter.
 */
const port = {
  label,
  /** Terminal that talks; missing where the part only listens. */
  tx: started(optional(signal())),
  rx: optional(signal()),
  protocols: startsAs(list(anId(), { least: 1, most: 12 }, { width: 200 }), ['msp']),
}

const connector = {
  type: startsAs(name({ width: 130, help: 'Kind of connector, × and its contacts, such as JST-SH 1.0 ×4' }), 'solder pads'),
  contact: optional(contact),
  /** Terminals in contact order, from contact 1. */
  pins: list(refersTo({ section: 'terminals' }), { least: 1, most: 60 }, { head: 'terminals from contact 1 on', width: 260 }),
  /** A lead that the part comes with. */
  lead: optional(
    startsAs(
      group({
        length: figure({ unit: 'mm', min: 1, max: 5000 }, { head: 'lead mm', words: 'length of its lead' }),
        gauge: count(4, 40, { head: 'lead AWG', words: 'gauge of its lead' }),
      }),
      { length: 150, gauge: 26 },
    ),
  ),
}

/** A radio in a device: where it works, and whether it sends. */
const radio = {
  label,
  megahertz: startsAs(figure({ unit: 'MHz', min: 1, max: 100_000 }, { head: 'MHz', words: 'frequency' }), 2400),
  sends: startsAs(flag(), true),
  antenna: optional(
    figure(
      { unit: 'mm', min: 1, max: 2000 },
      { head: 'antenna mm', words: 'antenna', help: 'Its radiating part; empty where it is built in' },
    ),
  ),
  velocity: byDefault(share({ help: 'Speed of the wave along the antenna as a part of that of light' }), 1),
  canBeOff: byDefault(flag({ head: 'can be off', help: 'May be switched off in flight' }), false),
}

const extent = (start: number, words: FieldWords) => startsAs(figure({ unit: 'mm', min: 0.5, max: 2000 }, words), start)

/** What a device file holds. */
export const deviceFields = {
  kind: word('device'),
  schema: word(definitionSchemas.device),
  ...head,
  class: startsAs(keyOf(deviceClasses, { head: 'kind' }), 'sensor'),
  mass: startsAs(figure({ unit: 'g', min: 0, max: 20_000 }, { find: 'weigh it' }), 5),
  size: group({ width: extent(20, { head: 'width' }), height: extent(15, { head: 'height' }) }),
  terminals: parts(terminal, 60, { head: 'Terminals', words: 'terminal' }),
  supplies: parts(supply, 8, { head: 'Supplies', words: 'supply' }),
  outputs: parts(output, 12, { head: 'Outputs', words: 'output' }),
  pads: parts(pad, 40, { head: 'Pads', words: 'pad' }),
  ports: parts(port, 8, { head: 'Ports', words: 'port', oneOf: ['tx', 'rx'] }),
  connectors: parts(connector, 12, { head: 'Connectors', words: 'connector' }),
  /** Motors that an ESC drives, all fed by its first supply. */
  motors: optional(
    group({
      count: count(1, 16, { head: 'motors it drives' }),
      /** What it drives each motor with for as long as one likes, and for some seconds. */
      continuous: capacity({ head: 'A each, continuous' }),
      peak: capacity({ head: 'A each, for seconds' }),
    }),
  ),
  /** Has a battery of its own, and goes on without the craft's. */
  selfPowered: optional(flag({ head: 'has a battery of its own' })),
  needs: kinds(ofAllNeeds, needFields, limits.needsOfDevice, { head: 'Needs', words: 'need' }),
  settings: kinds(ofAllSettings, settingFields, limits.settingsOfDevice, {
    head: 'Settings',
    words: 'setting',
    otherwise: 'choice',
  }),
  radios: parts(radio, 8, { head: 'Radios', words: 'radio' }),
  purchase,
  origins,
  attached,
  variants: byDefault(versions, { standard: { name: 'standard', note: '', differences: {} } }),
}
