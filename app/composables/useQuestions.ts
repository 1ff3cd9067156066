import { proxy, wrap, type Remote } from 'comlink'
import type { Addition, Alternative, BoardFit, Forced } from '#core/allocation'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'
import type { HarnessDrawing, Layers } from '#core/harness'
import type { Plan } from '#core/plan'
import type { Deadlock, Engine } from '~/workers/engine.worker'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/**
 * Questions that are asked beside the analysis, in a worker of their own that is
 * started when first needed and can be stopped in the middle of its work.
 */
export function useQuestions() {
  let worker: Worker | undefined
  let remote: Remote<Engine> | undefined

  function engine(): Remote<Engine> {
    if (!remote) {
      worker = new Worker(new URL('../workers/engine.worker.ts', import.meta.url), { type: 'module' })
      remote = wrap<Engine>(worker) as Remote<Engine>
    }
    return remote
  }

  function stop() {
    worker?.terminate()
    worker = remote = undefined
  }

  return {
    stop,
    draw: (plan: Plan, layers: Layers): Promise<HarnessDrawing> => engine().draw(plain(plan), plain(layers)),
    force: (plan: Plan, key: string, place: string): Promise<Forced> => engine().force(plain(plan), key, place),
    explain: (plan: Plan, keys: string[], tell: (key: string, forced: Forced[]) => void): Promise<void> =>
      engine().explain(plain(plan), keys, proxy(tell)),
    alternatives: (plan: Plan, count: number): Promise<Alternative[]> => engine().alternatives(plain(plan), count),
    deadlocks: (plan: Plan, boards: BoardDefinition[]): Promise<Deadlock[]> => engine().deadlocks(plain(plan), plain(boards)),
    boards: (plan: Plan, boards: BoardDefinition[], tell: (fit: BoardFit) => void): Promise<void> =>
      engine().boards(plain(plan), plain(boards), proxy(tell)),
    additions: (
      plan: Plan,
      devices: DeviceDefinition[],
      protocols: Record<string, ProtocolDefinition>,
      tell: (found: Addition) => void,
    ): Promise<void> => engine().additions(plain(plan), plain(devices), plain(protocols), proxy(tell)),
  }
}
