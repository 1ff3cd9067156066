import type { Joint } from './plan'
import { part, type FittedDevice } from './parts'
import { terminalPoint } from './wire-points'
import type { WirePoint } from './plan'

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

/** The one point that all wires of a joint meet at. */
export function jointPoint(joint: string): WirePoint {
  return terminalPoint(joint, meeting)
}

const meeting = 'c'

/** A joint as a part: one terminal, which is as many contacts as its kind holds wires. */
export function jointPart(id: string, { kind, name }: Joint): FittedDevice {
  const { label, mass, width, height } = jointKinds[kind]
  return part(id, name, {
    name: label,
    mass,
    size: { width, height },
    terminals: [{ id: meeting, label: '•', role: 'signal', direction: 'passive' }],
    connectors: [{ id: 'main', type: label, pins: [meeting] }],
  })
}

/** A name for one more joint of a kind that no part has yet, and an id. */
export function freshJoint(taken: Iterable<string>, kind: JointKind): { joint: string; name: string } {
  const ids = new Set(taken)
  let number = 1
  while (ids.has(`joint-${number}`)) number += 1
  return { joint: `joint-${number}`, name: `${jointKinds[kind].label} ${number}` }
}

/** An id for one more wire of the user's own. */
export function freshExtra(extras: object): string {
  let number = 1
  while (Object.hasOwn(extras, `extra.${number}`)) number += 1
  return `extra.${number}`
}
