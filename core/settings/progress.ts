import type { Plan } from '../plan'
import type { SetupStep } from './step'

/** Whether a step is ticked off, with the value it asks for now. */
export const isDone = ({ set }: Plan, { id, value }: SetupStep) => set[id] === '' || set[id] === value

/** Whether it was ticked off with another value than it asks for now. */
export const isOutdated = ({ set }: Plan, { id, value }: SetupStep) => Boolean(set[id]) && set[id] !== value
