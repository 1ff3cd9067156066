import type { LightSegment, LightStrip } from '../lights'
import type { NeedKey } from '../reference'
import type { EditGroup } from './kind'

export interface LightEdits {
  /** Where the lights of a strip are; null leaves it as it usually is. */
  'strip.set': { need: NeedKey; as: LightStrip | null }
  /** What some lights of a strip tell; null takes it away. */
  'segment.set': { segment: string; as: LightSegment | null }
}

/** What lights up. */
export const lightEdits: EditGroup<LightEdits> = {
  'strip.set': {
    apply: ({ lights }, { need, as }) => {
      if (as) lights.strips[need] = as
      else delete lights.strips[need]
    },
    words: ({ need }, { owner }) => `Lights of ${owner(need)}`,
    shape: ({ key, lightStrip }) => ({ need: key.required(), as: lightStrip.allow(null).required() }),
  },
  'segment.set': {
    apply: ({ lights }, { segment, as }) => {
      if (as) lights.segments[segment] = as
      else delete lights.segments[segment]
    },
    words: ({ as }) => (as ? `Lights “${as.name}”` : 'Remove a segment of lights'),
    shape: ({ id, lightSegment }) => ({ segment: id.required(), as: lightSegment.allow(null).required() }),
  },
}
