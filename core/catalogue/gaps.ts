import { figure } from '../units'
import type { BoardDefinition } from './board'
import type { Contradiction } from './contradictions'
import type { DeviceDefinition } from './device'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'
import type { Fields, PartValues } from './fields/field'
import { eachTold } from './fields/walk'

/** What a board does not tell and the engine could use: nothing is wrong, but an answer will be less exact. */
export function boardGaps(board: BoardDefinition): Contradiction[] {
  const gaps: Contradiction[] = []
  const say = (place: string, message: string) => void gaps.push({ place, message })
  const pads = Object.values(board.pads)
  if (!pads.length) say('pads', 'no pads yet: nothing can be wired')
  else {
    if (!pads.some((pad) => pad.kind === 'ground')) say('pads', 'no ground pad: every device will lack its ground')
    if (!pads.some((pad) => pad.kind === 'supply')) say('pads', 'no supply pad: devices have to be fed by others')
  }
  for (const [id, port] of Object.entries(board.ports)) {
    if (port.kind === 'software' && port.maxBaud > 57_600) {
      say(`ports.${id}.maxBaud`, `${port.maxBaud} is much for a port made in software; 19200 is usual`)
    }
    if (!port.tx && !port.rx && port.kind !== 'usb') say(`ports.${id}`, 'neither TX nor RX: the port cannot be used')
  }
  const used = new Set(pads.map((pad) => pad.pin))
  for (const [id, pin] of Object.entries(board.pins)) {
    if (pin.functions.length && !used.has(id)) say(`pins.${id}`, 'brought out to no pad in the base')
    if (!pin.functions.length && used.has(id)) say(`pins.${id}.functions`, 'none given: the pad serves nothing')
  }
  const spots = new Map<string, string>()
  for (const [id, pad] of Object.entries(board.pads)) {
    const { width, height } = board.outline
    if (pad.x < 0 || pad.y < 0 || pad.x > width || pad.y > height)
      say(`pads.${id}`, `at ${pad.x}, ${figure(pad.y, 'mm')} it lies off the board`)
    const spot = `${pad.side} ${pad.x} ${pad.y}`
    if (spots.has(spot)) say(`pads.${id}`, `at the same place as ${spots.get(spot)}`)
    spots.set(spot, id)
  }
  return [...gaps, ...untold(boardFields, board)]
}

/** The same for a device. */
export function deviceGaps(device: DeviceDefinition): Contradiction[] {
  const gaps: Contradiction[] = []
  const say = (place: string, message: string) => void gaps.push({ place, message })
  if (!device.mass) say('mass', 'not given: it does not count towards the craft')
  if (!Object.keys(device.needs).length && !Object.keys(device.outputs).length)
    say('needs', 'none: the device asks nothing of the board')
  if (!Object.keys(device.supplies).length && !Object.keys(device.outputs).length)
    say('supplies', 'none: the device is taken to feed itself')
  const held = new Set(Object.values(device.connectors).flatMap((connector) => connector.pins))
  for (const id of Object.keys(device.terminals)) {
    if (Object.keys(device.connectors).length && !held.has(id)) say(`terminals.${id}`, 'in no connector: it is told as a pad')
  }
  if (!Object.values(device.terminals).some((terminal) => terminal.role === 'ground')) say('terminals', 'no ground')
  return [...gaps, ...untold(deviceFields, device)]
}

/** What fields that have no value say of it. */
function untold(fields: Fields, definition: object): Contradiction[] {
  return [...eachTold(fields, definition as PartValues)].flatMap(({ field: { gap }, value, part, place }) => {
    if (value !== undefined || gap === undefined) return []
    if (typeof gap === 'string') return [{ place, message: gap }]
    return gap.of(part) ? [{ place, message: gap.says }] : []
  })
}
