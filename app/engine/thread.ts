import type { EngineThread } from './client'

let ahead: Worker | undefined

const start = () => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' })

/** Starts an engine before there is anything to ask: it is the next that is wanted. */
export function startAhead(): void {
  ahead ??= start()
}

/** Starts the engine in a worker of the browser. */
export function engineThread(): EngineThread {
  const worker = ahead ?? start()
  ahead = undefined
  return { endpoint: worker, end: () => worker.terminate() }
}
