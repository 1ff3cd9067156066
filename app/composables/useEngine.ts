import { wrap, type Remote } from 'comlink'
import type { Plan } from '#core/plan'
import type { Answer, Engine } from '~/workers/engine.worker'

/** After this long a run that has been overtaken is ended instead of waited for. */
const patience = 80

function start() {
  const worker = new Worker(new URL('../workers/engine.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<Engine>(worker) as Remote<Engine> }
}

/**
 * The engine in a worker of its own. A newer question overtakes an older one:
 * the older answer is dropped, and its run ended if it takes long.
 */
export function useEngine() {
  let engine = start()
  let newest = 0
  let busySince: number | undefined

  /** Analyses a plan; undefined when a newer question came in between. */
  async function settle(plan: Plan): Promise<Answer | undefined> {
    const question = ++newest
    if (busySince !== undefined && performance.now() - busySince > patience) {
      engine.worker.terminate()
      engine = start()
    }
    busySince = performance.now()
    const answer = await engine.remote.settle(JSON.parse(JSON.stringify(plan)) as Plan)
    if (question !== newest) return undefined
    busySince = undefined
    return answer
  }

  /** Analyses a plan that is only being looked at; does not overtake anything. */
  function preview(plan: Plan): Promise<Answer> {
    return engine.remote.settle(JSON.parse(JSON.stringify(plan)) as Plan)
  }

  return { settle, preview, stop: () => engine.worker.terminate() }
}
