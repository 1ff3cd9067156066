import type { BoardDefinition } from './board'

/** Serial ports in hardware. */
export const hardwarePorts = ({ ports }: BoardDefinition) => Object.values(ports).filter(({ kind }) => kind === 'hardware')

/** Rails that the board makes: all but the battery's and USB's. */
export const madeRails = ({ rails }: BoardDefinition) =>
  Object.values(rails).filter(({ kind }) => kind !== 'battery' && kind !== 'usb')

/** How far apart the outer mounting holes are, in mm across and down; nothing of a board with fewer than two. */
export function holesApart({ outline: { holes } }: BoardDefinition): { across: number; down: number } | undefined {
  if (holes.length < 2) return undefined
  const spread = (axis: 'x' | 'y') => Math.max(...holes.map((hole) => hole[axis])) - Math.min(...holes.map((hole) => hole[axis]))
  return { across: spread('x'), down: spread('y') }
}
