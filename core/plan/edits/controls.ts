import { figure } from '../../units'
import type { ControlOutput, Controls, HandsetControl, Job } from '../controls'
import type { NeedKey } from '../reference'
import type { EditGroup } from './kind'

export interface ControlEdits {
  /** A control of the handset, new or in place of one; null takes it off. */
  'handset.set': { control: string; as: HandsetControl | null }
  /** A whole handset, in place of the one there. */
  'handset.use': { name: string; handset: Record<string, HandsetControl> }
  'handset.travel': { travel: Controls['travel'] }
  /** What a range of a channel does, new or in place of one; null takes it away. */
  'job.set': { job: string; as: Job | null }
  /** How a pulse output is driven; null by nothing. */
  'output.set': { need: NeedKey; as: ControlOutput | null }
}

const put = <T>(all: Record<string, T>, id: string, as: T | null) => {
  if (as === null) delete all[id]
  else all[id] = as
}

/** Which switch does what. */
export const controlEdits: EditGroup<ControlEdits> = {
  'handset.set': {
    apply: ({ controls }, { control, as }) => put(controls.handset, control, as),
    words: ({ control, as }) => (as ? `${as.name} of the handset` : `Remove ${control} of the handset`),
    shape: ({ id, handsetControl }) => ({ control: id.required(), as: handsetControl.allow(null).required() }),
  },
  'handset.use': {
    apply: ({ controls }, { handset }) => void (controls.handset = handset),
    words: ({ name }) => `Use the handset ${name}`,
    shape: ({ name, handset }) => ({ name: name.required(), handset: handset.required() }),
  },
  'handset.travel': {
    apply: ({ controls }, { travel }) => void (controls.travel = travel),
    words: ({ travel: { low, high } }) => `The handset goes from ${low} to ${figure(high, 'µs')}`,
    shape: ({ travel }) => ({ travel: travel.required() }),
  },
  'job.set': {
    apply: ({ controls }, { job, as }) => put(controls.jobs, job, as),
    words: ({ as }) => (as ? `Channel ${as.channel}: ${as.from} to ${figure(as.to, 'µs')}` : 'Remove what a channel does'),
    shape: ({ id, job }) => ({ job: id.required(), as: job.allow(null).required() }),
  },
  'output.set': {
    apply: ({ controls }, { need, as }) => put(controls.outputs, need, as),
    words: ({ need }, { owner }) => `How the pulse of ${owner(need)} is driven`,
    shape: ({ key, controlOutput }) => ({ need: key.required(), as: controlOutput.allow(null).required() }),
  },
}
