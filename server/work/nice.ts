import { setPriority } from 'node:os'
import { workerData } from 'node:worker_threads'

/** Here a priority is of the thread that sets it; elsewhere it is of the whole process, and stays as it is. */
const ofThread = process.platform === 'linux'

/** Lets other threads go first, as far as this one was told when it was started. */
export function beNice(): void {
  const { nice = 0 } = (workerData ?? {}) as { nice?: number }
  if (nice && ofThread) setPriority(nice)
}
