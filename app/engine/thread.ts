import type { EngineThread } from './client'

let ahead: Worker | undefined

/** @param name where the plan is got that will be asked about */
const start = (name = '') => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name })

/** Starts an engine before there is anything to ask: it is the next that is wanted, and about the build at this path. */
export function startAhead(path: string): void {
  ahead ??= start(path)
}

/** Starts the engine in a worker of the browser. */
export function engineThread(): EngineThread {
  const worker = ahead ?? start()
  ahead = undefined
  return { endpoint: worker, end: () => worker.terminate() }
}
