import { setPriority } from 'node:os'
import { workerData } from 'node:worker_threads'
import { tasks } from './tasks'

/** Here a priority is of the thread that sets it; elsewhere it is of the whole process, and stays as it is. */
const ofThread = process.platform === 'linux'

const { nice = 0 } = (workerData ?? {}) as { nice?: number }
if (nice && ofThread) setPriority(nice)

/** What a thread of the pool runs: one task by its name. */
export default function run({ name, input }: { name: keyof typeof tasks; input: never }): unknown {
  return tasks[name](input)
}
