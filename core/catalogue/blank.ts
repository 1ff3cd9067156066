import type { BoardDefinition } from './board'
import type { DeviceDefinition } from './device'
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

/** A device to start from: supply, ground and one serial link. */
export function blankDevice(id: string, name: string): DeviceDefinition {
  return {
    kind: 'device',
    schema: definitionSchemas.device,
    id,
    name,
    maker: 'own',
    class: 'sensor',
    summary: '',
    mass: 5,
    size: { width: 20, height: 15 },
    terminals: {
      vcc: { label: '5V', role: 'supply', direction: 'in', colour: 'RD' },
      gnd: { label: 'GND', role: 'ground', direction: 'passive', colour: 'BK' },
      tx: { label: 'TX', role: 'signal', direction: 'out', high: 3.3, colour: 'YE' },
      rx: { label: 'RX', role: 'signal', direction: 'in', maxIn: 5.5, minHigh: 2, colour: 'GN' },
    },
    supplies: { main: { terminal: 'vcc', ground: 'gnd', min: 4.5, max: 5.5, typical: 0.05, peak: 0.1, filtered: false } },
    outputs: {},
    pads: {},
    ports: {},
    connectors: { main: { type: 'JST-SH ×4', pins: ['vcc', 'gnd', 'rx', 'tx'] } },
    needs: {
      link: {
        kind: 'serial',
        label: 'Link',
        lines: 'both',
        tx: 'tx',
        rx: 'rx',
        options: [{ protocol: 'msp', bauds: [115200], default: 115200 }],
        messages: [],
        states: 'both',
        interruptible: true,
        takesTurns: false,
        configures: false,
      },
    },
    settings: {},
    radios: {},
    variants: { standard: { name: 'standard', note: '', differences: {} } },
  }
}
