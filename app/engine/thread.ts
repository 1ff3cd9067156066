import type { EngineThread } from './client'

/** Starts the engine in a worker of the browser. */
export function engineThread(): EngineThread {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' })
  return { endpoint: worker, end: () => worker.terminate() }
}
