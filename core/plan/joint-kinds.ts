import { contactLimit } from '../catalogue'

/**
 * Ways of joining wires away from pads: soldered under one heat-shrink, a row of joined pins, a lead
 * with three plugs. What each holds is told of contacts of its label.
 */
export const jointKinds = {
  splice: { label: 'Splice', mass: 0.3, width: 15, height: 5 },
  'pin-rail': { label: 'Pin rail', mass: 1.5, width: 26, height: 5 },
  'y-lead': { label: 'Y-lead', mass: 3, width: 20, height: 8 },
} as const
export type JointKind = keyof typeof jointKinds

/** How many wires a joint of a kind holds. */
export function jointHolds(kind: JointKind): number {
  return contactLimit(jointKinds[kind].label)!.wires
}
