import type { BoardDefinition } from './board'
import type { DeviceDefinition } from './device'
import { deviceFields } from './fields/device'
import type { PartValues } from './fields/field'
import { startOf } from './fields/start'
import { fieldsOf } from './fields/walk'
import type { Origin } from './origins'
import { definitionSchemas } from './upgrade'

/** A board to start from: outline, battery and 5 V rails, no pads yet. */
export function blankBoard(id: string, name: string): BoardDefinition {
  return {
    kind: 'board',
    schema: definitionSchemas.board,
    id,
    name,
    maker: 'own',
    summary: '',
    mass: 10,
    outline: { width: 36, height: 36, radius: 3, holes: [] },
    usb: { x: 18, y: 36, edge: 'bottom' },
    supply: { cellsMin: 2, cellsMax: 6 },
    configuration: { protocol: 'msp', maxLinks: 3, usb: true },
    receivers: 1,
    pads: {},
    connectors: {},
    pins: {},
    ports: {},
    timers: {},
    rails: {
      bat: rail({ label: 'Battery', kind: 'battery', limit: 20 }),
      v5: rail({
        label: '5 V',
        kind: 'switching',
        volts: 5,
        source: 'bat',
        input: { min: 7, max: 26 },
        dropout: 1,
        limit: 1,
        efficiency: 0.88,
      }),
    },
    origins: {
      mass: { from: 'guess', note: 'begun with a figure: weigh it' },
      'rails.bat.limit': { from: 'guess', note: 'begun with a figure: look it up' },
      'rails.v5.limit': { from: 'guess', note: 'begun with a figure: look it up, or measure it' },
      'rails.v5.input': { from: 'guess', note: 'begun with a figure: look it up' },
    },
    exclusions: [],
    i2c: {},
    can: {},
    storage: { flash: 0, card: false },
    revisions: { '1': { name: 'rev 1', note: '', differences: {} } },
    firmwares: { current: { name: 'current', note: '', differences: {} } },
  }
}

function rail(
  given: Partial<BoardDefinition['rails'][string]> & { label: string; kind: 'battery' | 'switching'; limit: number },
) {
  return { dropout: 0, own: 0, efficiency: 1, liveFrom: ['battery' as const], filtered: false, main: false, ...given }
}

/** Kinds of device to start from, by what they are wired by. */
export const deviceStarts = {
  serial: 'A part on a serial port',
  i2c: 'A part on an I²C bus',
  pulse: 'A part by pulses: servo, ESC',
  analog: 'A part that gives a voltage',
  power: 'A part that only draws power',
} as const
export type DeviceStart = keyof typeof deviceStarts

type Terminals = DeviceDefinition['terminals']
interface Signals {
  class: DeviceDefinition['class']
  terminals: Terminals
  needs: Record<string, PartValues>
  plug: readonly string[]
}

const out = (label: string): Terminals[string] => ({ label, role: 'signal', direction: 'out', high: 3.3, colour: 'YE' })
const into = (label: string): Terminals[string] => ({
  label,
  role: 'signal',
  direction: 'in',
  maxIn: 5.5,
  minHigh: 2,
  colour: 'GN',
})

const signals: Readonly<Record<DeviceStart, Signals>> = {
  serial: {
    class: 'sensor',
    terminals: { tx: out('TX'), rx: into('RX') },
    needs: {
      link: {
        kind: 'serial',
        label: 'Link',
        lines: 'both',
        tx: 'tx',
        rx: 'rx',
        options: [{ protocol: 'msp', bauds: [115200], default: 115200 }],
      },
    },
    plug: ['rx', 'tx'],
  },
  i2c: {
    class: 'sensor',
    terminals: {
      scl: { ...into('SCL'), direction: 'both', high: 3.3 },
      sda: { ...into('SDA'), direction: 'both', high: 3.3, colour: 'YE' },
    },
    needs: { bus: { kind: 'i2c', label: 'Bus', sda: 'sda', scl: 'scl' } },
    plug: ['scl', 'sda'],
  },
  pulse: {
    class: 'servo',
    terminals: { signal: into('S') },
    needs: { signal: { kind: 'pulse', label: 'Signal', terminal: 'signal' } },
    plug: ['signal'],
  },
  analog: {
    class: 'sensor',
    terminals: { out: out('OUT') },
    needs: { value: { kind: 'analog', label: 'Value', terminal: 'out' } },
    plug: ['out'],
  },
  power: { class: 'sensor', terminals: {}, needs: {}, plug: [] },
}

/** A device to start from: supply, ground, and what it is wired by. Its figures are guesses until someone writes his own. */
export function blankDevice(id: string, name: string, start: DeviceStart = 'serial'): DeviceDefinition {
  const { class: kind, terminals: lines, needs: wanted, plug } = signals[start]
  const terminals: Terminals = {
    vcc: { label: '5V', role: 'supply', direction: 'in', colour: 'RD' },
    gnd: { label: 'GND', role: 'ground', direction: 'passive', colour: 'BK' },
    ...lines,
  }
  const begun = ([id, need]: [string, PartValues], at: number) => [
    id,
    { ...startOf(fieldsOf(deviceFields.needs, need), { definition: { terminals }, word: 'need', number: at + 1 }), ...need },
  ]
  return {
    kind: 'device',
    schema: definitionSchemas.device,
    id,
    name,
    maker: 'own',
    class: kind,
    summary: '',
    mass: 5,
    size: { width: 20, height: 15 },
    terminals,
    supplies: { main: { terminal: 'vcc', ground: 'gnd', min: 4.5, max: 5.5, typical: 0.05, peak: 0.1, filtered: false } },
    outputs: {},
    pads: {},
    ports: {},
    connectors: { main: { type: `JST-SH ×${2 + plug.length}`, pins: ['vcc', 'gnd', ...plug] } },
    needs: Object.fromEntries(Object.entries(wanted).map(begun)) as DeviceDefinition['needs'],
    settings: {},
    radios: {},
    origins: Object.fromEntries(['mass', 'supplies.main', ...Object.keys(lines).map((line) => `terminals.${line}`)].map(guessed)),
    variants: { standard: { name: 'standard', note: '', differences: {} } },
  }
}

const guessed = (place: string): [string, Origin] => [place, { from: 'guess', note: 'begun with a figure: look it up' }]
