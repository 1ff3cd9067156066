import type { Contact } from '../catalogue'

/**
 * Ways of joining wires away from pads: soldered under one heat-shrink, which bears what its wires do; a row of
 * joined pins; a lead with three plugs.
 */
export const jointKinds = {
  splice: { label: 'Splice', mass: 0.3, width: 15, height: 5, contact: { amps: Infinity, wires: 4 } },
  'pin-rail': { label: 'Pin rail', mass: 1.5, width: 26, height: 5, contact: { amps: 3, wires: 10 } },
  'y-lead': { label: 'Y-lead', mass: 3, width: 20, height: 8, contact: { amps: 3, wires: 3 } },
} as const satisfies Record<string, { label: string; mass: number; width: number; height: number; contact: Contact }>
export type JointKind = keyof typeof jointKinds

/** How many wires a joint of a kind holds. */
export const jointHolds = (kind: JointKind): number => jointKinds[kind].contact.wires
