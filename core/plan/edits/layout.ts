import { batteryId, boardId } from '../parts'
import type { Spot } from '../plan'
import { deviceOf, type EditGroup } from './kind'

export interface LayoutEdits {
  'spot.set': { part: string; spot: Spot | null }
  'box.move': { box: string; at: { x: number; y: number } | null }
}

/** Where parts sit on the airframe, and boxes on the drawing. */
export const layoutEdits: EditGroup<LayoutEdits> = {
  'spot.set': {
    apply: (plan, { part, spot }) => {
      if (part !== boardId && part !== batteryId && !plan.joints[part]) deviceOf(plan, part)
      if (spot) plan.positions[part] = spot
      else delete plan.positions[part]
    },
    words: ({ part, spot }, names) =>
      spot ? `Place ${names.device(part)} on the airframe` : `Place ${names.device(part)} where it usually sits`,
    shape: ({ part, spot }) => ({ part: part.required(), spot: spot.allow(null).required() }),
  },
  'box.move': {
    apply: (plan, { box, at }) => {
      if (box !== boardId && box !== batteryId && !plan.joints[box]) deviceOf(plan, box)
      if (at) plan.boxPositions[box] = at
      else delete plan.boxPositions[box]
    },
    words: ({ box, at }, names) =>
      at ? `Move ${names.device(box)} on the drawing` : `Let ${names.device(box)} find its place on the drawing`,
    shape: ({ part, onSheet }) => ({ box: part.required(), at: onSheet.allow(null).required() }),
  },
}
