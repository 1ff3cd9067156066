import type { Draft } from 'immer'
import { batteryId, boardId } from '../parts'
import { jointKinds, type JointKind } from '../joint-kinds'
import type { Plan, WirePoint } from '../plan'
import { forgetExtra, forgetParts } from '../references'
import { readPoint } from '../wire-points'
import { deviceOf, EditError, type EditGroup } from './kind'

export interface JointEdits {
  'joint.add': { joint: string; kind: JointKind; name: string }
  'joint.rename': { joint: string; name: string }
  'joint.remove': { joint: string }
  'wire.add': { wire: string; from: WirePoint; to: WirePoint }
  'wire.remove': { wire: string }
}

/** Splices, pin rails and Y-leads, and wires of the user's own. */
export const jointEdits: EditGroup<JointEdits> = {
  'joint.add': {
    apply: (plan, { joint, kind, name }) => {
      const taken = [boardId, batteryId, ...Object.keys(plan.joints), ...plan.devices.map(({ id }) => id)]
      if (taken.includes(joint)) throw new EditError(`joints.${joint}`, 'this id is taken')
      plan.joints[joint] = { kind, name }
    },
    words: ({ name }) => `Add ${name}`,
    shape: ({ joi, part, name }) => ({
      joint: part.required(),
      kind: joi.valid(...Object.keys(jointKinds)).required(),
      name: name.required(),
    }),
  },
  'joint.rename': {
    apply: (plan, { joint, name }) => void (jointOf(plan, joint).name = name),
    words: ({ name }) => `Call a joint ${name}`,
    shape: ({ part, name }) => ({ joint: part.required(), name: name.required() }),
  },
  'joint.remove': {
    apply: (plan, { joint }) => {
      jointOf(plan, joint)
      delete plan.joints[joint]
      forgetParts(plan, [joint])
    },
    words: () => 'Remove a joint; its wires go where they belong',
    shape: ({ part }) => ({ joint: part.required() }),
  },
  'wire.add': {
    apply: (plan, { wire, from, to }) => {
      if (plan.extras[wire]) throw new EditError(`extras.${wire}`, 'there is such a wire already')
      if (from === to) throw new EditError(`extras.${wire}`, 'a wire has two ends')
      if ('pad' in readPoint(from) && 'pad' in readPoint(to)) {
        throw new EditError(`extras.${wire}`, 'one end at least is at a part, not at a pad of the board')
      }
      requirePart(plan, from)
      requirePart(plan, to)
      plan.extras[wire] = { from, to }
    },
    words: () => 'Add a wire',
    shape: ({ extra, point }) => ({ wire: extra.required(), from: point.required(), to: point.required() }),
  },
  'wire.remove': {
    apply: (plan, { wire }) => {
      if (!plan.extras[wire]) throw new EditError(`extras.${wire}`, 'no such wire was added')
      forgetExtra(plan, wire)
    },
    words: () => 'Remove a wire that was added',
    shape: ({ extra }) => ({ wire: extra.required() }),
  },
}

/** @throws EditError when a point is of a part that the plan has not */
function requirePart(plan: Draft<Plan>, point: WirePoint): void {
  const end = readPoint(point)
  if (!('device' in end) || end.device === batteryId || plan.joints[end.device]) return
  deviceOf(plan, end.device)
}

function jointOf(plan: Draft<Plan>, joint: string) {
  const found = plan.joints[joint]
  if (!found) throw new EditError(`joints.${joint}`, 'no such joint')
  return found
}
