import { freshId } from './fresh-id'
import { jointKinds, type JointKind } from './joint-kinds'
import { part, type FittedDevice } from './parts'
import type { Joint, WirePoint } from './plan'
import { terminalPoint } from './wire-points'

/** The one point that all wires of a joint meet at. */
export function jointPoint(joint: string): WirePoint {
  return terminalPoint(joint, meeting)
}

const meeting = 'c'

/** A joint as a part: one terminal, which is as many contacts as its kind holds wires. */
export function jointPart(id: string, { kind, name }: Joint): FittedDevice {
  const { label, mass, width, height, contact } = jointKinds[kind]
  return part(id, name, {
    name: label,
    mass,
    size: { width, height },
    terminals: [{ id: meeting, label: '•', role: 'signal', direction: 'passive' }],
    connectors: [{ id: 'main', type: label, contact, pins: [meeting] }],
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
export const freshExtra = (extras: object): string => freshId(extras, 'extra.')
