import type { BoardDefinition } from '../catalogue'
import { batteryId } from './parts'
import type { Plan } from './plan'
import { partsOf, splitKey, type Place, type PlaceKind } from './reference'

/** What a place of each kind is called on a board; its id where the board has no such thing. */
const labels: Record<PlaceKind, (id: string, board: BoardDefinition | undefined, plan: Plan) => string> = {
  port: (id, board) => board?.ports[id]?.label ?? id,
  pad: (id, board) => `pad ${board?.pads[id]?.label ?? id}`,
  rail: (id, board) => board?.rails[id]?.label ?? id,
  i2c: (id, board) => board?.i2c[id]?.label ?? id,
  can: (id, board) => board?.can[id]?.label ?? id,
  inputs: (id) => (id === 'single' ? 'the single-wire receiver input' : 'the receiver inputs'),
  storage: (id) => (id === 'flash' ? 'the board’s flash' : 'the board’s memory card'),
  device: (id, _board, plan) => {
    const [device, pad] = splitKey(id)
    const instance = plan.devices.find((fitted) => fitted.id === device)
    const definition = plan.definitions.devices[instance?.definition ?? '']
    const label = definition?.pads[pad]?.label ?? definition?.ports[pad]?.label
    return `${label ?? pad} of ${instance?.name ?? device}`
  },
  output: (id, _board, plan) => {
    const [device, output] = splitKey(id)
    if (device === batteryId) return 'the battery'
    const instance = plan.devices.find((fitted) => fitted.id === device)
    const label = plan.definitions.devices[instance?.definition ?? '']?.outputs[output]?.label
    return `${instance?.name ?? device} ${label ?? output}`
  },
}

/** All kinds of place. */
export const placeKinds = Object.keys(labels) as PlaceKind[]

/** The label of a place as it stands on the board. */
export function placeLabel(place: Place, plan: Plan): string {
  const { kind, id } = partsOf(place)
  return labels[kind](id, plan.definitions.boards[plan.board.definition], plan)
}
