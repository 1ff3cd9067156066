import { figure, formatAmps, formatVolts, plain } from '../units'
import type { BoardDefinition } from './board'
import { hardwarePorts, holesApart, madeRails } from './counted'
import type { EditableDefinition } from './definition-kind'
import type { DeviceDefinition } from './device'
import { deviceClasses } from './fields/device'

/** One thing that is told of several definitions beside each other. */
export interface Compared {
  what: string
  /** Of each definition, in their order; empty where it has none. */
  values: string[]
  /** They do not all say the same. */
  isUnlike: boolean
}

type Told<D> = readonly [what: string, of: (definition: D) => string]

/** As many as are compared at once. */
export const mostCompared = 4

const size = (width: number, height: number) => `${plain(width, 1)} × ${figure(height, 'mm', 1)}`
const priceOf = ({ purchase }: EditableDefinition) =>
  purchase?.price === undefined ? '' : `${purchase.price.toFixed(2)} ${purchase.currency ?? ''}`.trim()
const stockOf = ({ purchase }: EditableDefinition) => (purchase?.stock === undefined ? '' : String(purchase.stock))
const range = (min: number, max: number) => (min === max ? formatVolts(min) : `${formatVolts(min)} to ${formatVolts(max)}`)
const each = (values: readonly string[]) => [...new Set(values)].join(', ')

function holesOf(board: BoardDefinition): string {
  const apart = holesApart(board)
  return apart ? size(apart.across, apart.down) : ''
}

const padsWith = ({ pads, pins }: BoardDefinition, use: string) =>
  Object.values(pads).filter(({ pin }) => pins[pin ?? '']?.functions.some(({ as }) => as === use)).length
const counted = (count: number) => (count ? String(count) : '')

const ofBoards: readonly Told<BoardDefinition>[] = [
  ['Maker', ({ maker }) => maker],
  ['Mass', ({ mass }) => figure(mass, 'g')],
  ['Size', ({ outline }) => size(outline.width, outline.height)],
  ['Holes apart', holesOf],
  ['Cells', ({ supply }) => `${supply.cellsMin} to ${supply.cellsMax}`],
  ['Serial ports', (board) => counted(hardwarePorts(board).length)],
  ['Ports of software', ({ ports }) => counted(Object.values(ports).filter(({ kind }) => kind === 'software').length)],
  ['Pads for pulses', (board) => counted(padsWith(board, 'pulse'))],
  ['Pads for LED data', (board) => counted(padsWith(board, 'led-data'))],
  ['Analog inputs', (board) => counted(padsWith(board, 'analog'))],
  ['Timers', ({ timers }) => counted(Object.keys(timers).length)],
  [
    'Rails',
    (board) =>
      madeRails(board)
        .map(({ label, limit }) => `${label} ${formatAmps(limit)}`)
        .join(', '),
  ],
  ['I²C buses', ({ i2c }) => counted(Object.keys(i2c).length)],
  ['CAN buses', ({ can }) => counted(Object.keys(can).length)],
  ['Text overlay', ({ overlay }) => overlay?.name ?? ''],
  [
    'Log',
    ({ storage }) =>
      [storage.flash ? `${plain(storage.flash / 1_048_576, 1)} MB` : '', storage.card ? 'card' : ''].filter(Boolean).join(', '),
  ],
  ['Receivers at a time', ({ receivers }) => String(receivers)],
  ['Connectors', ({ connectors }) => each(Object.values(connectors).map(({ type }) => type))],
  [
    'Revisions',
    ({ revisions }) =>
      Object.values(revisions)
        .map(({ name }) => name)
        .join(', '),
  ],
  ['Price', priceOf],
  ['In stock', stockOf],
]

const ofDevices: readonly Told<DeviceDefinition>[] = [
  ['Kind', (device) => deviceClasses[device.class]],
  ['Maker', ({ maker }) => maker],
  ['Mass', ({ mass }) => figure(mass, 'g')],
  ['Size', ({ size: { width, height } }) => size(width, height)],
  ['Supply', ({ supplies }) => each(Object.values(supplies).map(({ min, max }) => range(min, max)))],
  ['Typical current', ({ supplies }) => sum(Object.values(supplies).map(({ typical }) => typical))],
  ['Peak current', ({ supplies }) => sum(Object.values(supplies).map(({ peak }) => peak))],
  [
    'Gives',
    ({ outputs }) =>
      Object.values(outputs)
        .map(({ label, limit }) => `${label} ${formatAmps(limit)}`)
        .join(', '),
  ],
  ['Needs', ({ needs }) => each(Object.values(needs).map(({ kind }) => kind.replace(/-/g, ' ')))],
  [
    'Speaks',
    ({ needs }) =>
      each(Object.values(needs).flatMap((need) => (need.kind === 'serial' ? need.options.map(({ protocol }) => protocol) : []))),
  ],
  ['Settings', ({ settings }) => counted(Object.keys(settings).length)],
  ['Radios', ({ radios }) => each(Object.values(radios).map(({ megahertz }) => figure(megahertz, 'MHz')))],
  ['Connectors', ({ connectors }) => each(Object.values(connectors).map(({ type }) => type))],
  [
    'Variants',
    ({ variants }) =>
      Object.values(variants)
        .map(({ name }) => name)
        .join(', '),
  ],
  ['Price', priceOf],
  ['In stock', stockOf],
]

const sum = (amps: readonly number[]) => (amps.length ? formatAmps(amps.reduce((all, one) => all + one, 0)) : '')

/** Definitions of one kind beside each other, as they are in their base; what none of them has is left out. */
export function compared(definitions: readonly EditableDefinition[]): Compared[] {
  const boards = definitions.filter((each): each is BoardDefinition => each.kind === 'board')
  const devices = definitions.filter((each): each is DeviceDefinition => each.kind === 'device')
  return boards.length ? rowsOf(ofBoards, boards) : rowsOf(ofDevices, devices)
}

function rowsOf<D>(told: readonly Told<D>[], definitions: readonly D[]): Compared[] {
  return told.flatMap(([what, of]): Compared[] => {
    const values = definitions.map(of)
    return values.some(Boolean) ? [{ what, values, isUnlike: new Set(values).size > 1 }] : []
  })
}
