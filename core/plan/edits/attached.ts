import { limits } from '../../catalogue'
import type { Attached } from '../plan'
import { EditError, type EditGroup } from './kind'

export interface AttachedEdits {
  'plan.attach': { id: string; part: Attached }
  'plan.detach': { id: string }
}

/** Pictures, pages and addresses that are kept with the build. */
export const attachedEdits: EditGroup<AttachedEdits> = {
  'plan.attach': {
    apply: (plan, { id, part }) => {
      if (!Object.hasOwn(plan.attached, id) && Object.keys(plan.attached).length >= limits.attached)
        throw new EditError('attached', `up to ${limits.attached} pictures and addresses are kept with a build`)
      plan.attached[id] = part
    },
    words: ({ part }) => `Keep ${part.label} with the build`,
    shape: ({ id, attached }) => ({ id: id.required(), part: attached.required() }),
  },
  'plan.detach': {
    apply: (plan, { id }) => void delete plan.attached[id],
    words: () => 'Remove what was kept with the build',
    shape: ({ id }) => ({ id: id.required() }),
  },
}
