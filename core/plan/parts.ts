import { memo } from '../memo'
import { batteryContact, type Board, type Device, type PowerOutput, type Supply } from '../catalogue'
import { batteryLimit, batteryMass, batterySize, figure } from '../units'
import type { DeviceInstance, Plan } from './plan'
import { keyOf, referTo, type Place } from './reference'
import { terminalPoint } from './wire-points'

/** A part of the plan with its definition in the variant chosen. */
export interface FittedDevice {
  id: string
  instance: DeviceInstance
  device: Device
}

/** Ids that name parts of every plan, so that no device of the fit-out can have them. */
export const boardId = 'board'
export const batteryId = 'battery'

/** What a plan is made of: the names of its board and its devices' definitions, each once. */
export function partNames({ board, devices, definitions }: Plan): string[] {
  const names = [
    definitions.boards[board.definition]?.name,
    ...devices.map((device) => definitions.devices[device.definition]?.name),
  ]
  return [...new Set(names.flatMap((name) => name ?? []))]
}

/** What a supply fed straight from the battery has as its source. */
export const batteryPlace: Place = referTo('output', keyOf(batteryId, 'main'))

/** Where all current comes back to. */
export const batteryGround = terminalPoint(batteryId, 'minus')

const noParts = {
  terminals: [],
  supplies: [],
  outputs: [],
  pads: [],
  ports: [],
  connectors: [],
  needs: [],
  settings: [],
  radios: [],
}

/** A part of every plan, or of the harness, that is no device of the fit-out. */
export function part(id: string, name: string, device: Partial<Device>): FittedDevice {
  return {
    id,
    instance: { id, definition: id, variant: '', name, priority: 'must', leftOut: [] },
    device: {
      id,
      name,
      maker: '',
      class: 'power',
      summary: '',
      variant: '',
      mass: 0,
      size: { width: 10, height: 10 },
      ...noParts,
      ...device,
    },
  }
}

/** The battery as a part: one output on the two contacts of its plug. */
export function batteryPart({ battery }: Plan): FittedDevice {
  const output: PowerOutput = {
    id: 'main',
    label: 'plug',
    terminal: 'plus',
    ground: 'minus',
    limit: batteryLimit(battery),
    kind: 'through',
    efficiency: 1,
    dropout: 0,
    filtered: false,
    main: true,
  }
  return part(batteryId, 'Battery', {
    name: `${battery.cells} cells, ${figure(battery.capacity, 'mAh')}`,
    mass: batteryMass(battery),
    size: batterySize(battery),
    terminals: [
      { id: 'plus', label: '+', role: 'supply', direction: 'out', colour: 'RD' },
      { id: 'minus', label: '−', role: 'ground', direction: 'passive', colour: 'BK' },
    ],
    outputs: [output],
    connectors: [
      {
        id: 'main',
        type: battery.connector ? `battery plug ${battery.connector}` : 'battery plug',
        contact: batteryContact,
        pins: ['plus', 'minus'],
      },
    ],
  })
}

/** Volts of a cell at the least and at the most, over all chemistries. */
const cell = { min: 2.8, max: 4.35 }

/** Name of the ground that a supply input of the board returns by. */
export const boardGround = (rail: string) => `${rail}-gnd`

/**
 * The board as a part that is fed: an input for each rail that is made from no other. What it
 * takes there is known only from the rails, so that no figure is given here.
 */
export const boardPart = memo((board: Board): FittedDevice => {
  const inputs = board.rails.filter(({ kind, source }) => source === undefined && kind !== 'usb')
  const fed = inputs.filter(({ id }) => board.pads.some(({ rail }) => rail === id))
  return part(boardId, board.name, {
    mass: board.mass,
    supplies: fed.map(({ id, input, volts }): Supply => ({
      id,
      terminal: id,
      ground: boardGround(id),
      min: input?.min ?? volts ?? board.supply.cellsMin * cell.min,
      max: input?.max ?? volts ?? board.supply.cellsMax * cell.max,
      typical: 0,
      peak: 0,
      filtered: false,
    })),
  })
})
