/**
 * Ways of joining wires away from pads, with the wires that each holds: four in a soldered splice
 * under one heat-shrink, a row of ten joined pins, a lead with three plugs.
 */
export const jointKinds = {
  splice: { label: 'Splice', wires: 4, mass: 0.3, width: 15, height: 5 },
  'pin-rail': { label: 'Pin rail', wires: 10, mass: 1.5, width: 26, height: 5 },
  'y-lead': { label: 'Y-lead', wires: 3, mass: 3, width: 20, height: 8 },
} as const
export type JointKind = keyof typeof jointKinds
