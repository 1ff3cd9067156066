import { threadAt, type EngineThread } from './client'

let ahead: Worker | undefined
/** Threads whose asker has gone, for who asks next: what they have compiled serves any question. */
const idle: EngineThread[] = []
/** Threads that one view asks together: as many as there are cores to spare, two at most. */
export const threadsTogether = () => Math.min(2, navigator.hardwareConcurrency || 1)

/** @param name where the plan is got that will be asked about */
const start = (name = '') => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name })

/** Starts an engine before there is anything to ask: it is the next that is wanted, and about the build at this path. */
export function startAhead(path: string): void {
  ahead ??= start(path)
}

/** An engine in a worker of the browser, started where there is none to be had. */
export function engineThread(): EngineThread {
  const kept = ahead ? undefined : idle.pop()
  if (kept) return kept
  const worker = ahead ?? start()
  ahead = undefined
  return threadAt(worker, () => worker.terminate())
}

/** Keeps a thread that has nothing to do for who asks next. */
export function keepThread(thread: EngineThread): void {
  if (idle.length < threadsTogether()) idle.push(thread)
  else thread.end()
}
