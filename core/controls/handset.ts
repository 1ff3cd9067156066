import { controlKinds, type ControlKind, type Controls, type HandsetControl } from '../plan'

/** A position of a control: where it stands, from −1 to 1. */
export interface Position {
  /** Its number, from 0. */
  at: number
  label: string
  value: number
}

/** The positions of a kind of control, from one end to the other; of sticks and dials the ends and the middle. */
export function positionsOf(kind: ControlKind): Position[] {
  const { positions } = controlKinds[kind]
  return positions.map((label, at) => ({ at, label, value: (2 * at) / (positions.length - 1) - 1 }))
}

/** Where a control is found: sticks and dials in the middle, switches at their first position. */
export const restOf = ({ kind }: Pick<HandsetControl, 'kind'>): number => (controlKinds[kind].proportional ? 0 : -1)

/** Where all controls of a handset are found, by their ids. */
export const handsetAtRest = (handset: Controls['handset']): Record<string, number> =>
  Object.fromEntries(Object.entries(handset).map(([id, control]) => [id, restOf(control)]))

/**
 * The pulse that a control gives, in µs: linear between the ends of the handset's travel.
 * @param value where it stands, −1 to 1
 */
export function widthOf(
  { low, high }: Controls['travel'],
  { reversed }: Pick<HandsetControl, 'reversed'>,
  value: number,
): number {
  return low + (((reversed ? -value : value) + 1) / 2) * (high - low)
}

type Row = [id: string, name: string, kind: ControlKind, x: number, y: number]
/** Controls over the channels from 1 on, as they stand. */
const inOrder = (...all: Row[]): Record<string, HandsetControl> =>
  Object.fromEntries(
    all.map(([id, name, kind, x, y], at) => [id, { name, kind, channel: at + 1, reversed: false, at: { x, y } }]),
  )
/** Over the channels by which a board takes its sticks. */
const sticks: Row[] = [
  ['roll', 'Roll', 'stick', 64, 58],
  ['pitch', 'Pitch', 'stick', 72, 58],
  ['throttle', 'Throttle', 'stick', 28, 58],
  ['yaw', 'Yaw', 'stick', 36, 58],
]

/** Handsets that ship with the product; one's own is made of them, or from nothing. Makers and names are made up. */
export const handsets: Record<string, { name: string; handset: Record<string, HandsetControl> }> = {
  'tiller-8': {
    name: 'Kestlin Tiller 8',
    handset: inOrder(
      ...sticks,
      ['arm', 'Safety', 'switch-2', 12, 12],
      ['left', 'Left shoulder', 'switch-3', 28, 12],
      ['right', 'Right shoulder', 'switch-3', 72, 12],
      ['dial', 'Dial', 'dial', 50, 22],
    ),
  },
  'helm-14': {
    name: 'Kestlin Helm 14',
    handset: inOrder(
      ...sticks,
      ['arm', 'Safety', 'switch-2', 8, 12],
      ['left', 'Left shoulder', 'switch-3', 22, 12],
      ['right', 'Right shoulder', 'switch-3', 78, 12],
      ['back-left', 'Back left', 'switch-3', 34, 12],
      ['back-right', 'Back right', 'switch-2', 66, 12],
      ['button', 'Button', 'button', 92, 12],
      ['wheel-left', 'Left wheel', 'dial', 14, 34],
      ['wheel-right', 'Right wheel', 'dial', 86, 34],
      ['front-left', 'Front left', 'switch-2', 42, 30],
      ['front-right', 'Front right', 'switch-2', 58, 30],
    ),
  },
}
