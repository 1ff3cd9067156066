import { proxy, type Remote } from 'comlink'
import type { Addition, Alternative, BoardFit, Forced } from '#core/allocation'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'
import type { HarnessDrawing, Layers } from '#core/harness'
import type { Place, Plan } from '#core/plan'
import { EngineEnded, plain, type EngineClient } from './client'
import type { Deadlock, Engine } from './engine'

/**
 * Questions asked beside the analysis. Each gives undefined when it was stopped
 * before it was answered.
 */
export class Questions {
  constructor(private readonly client: EngineClient) {}

  /** Stops all that is under way. */
  stop(): void {
    this.client.end()
  }

  draw(plan: Plan, layers: Layers): Promise<HarnessDrawing | undefined> {
    return this.ask((engine) => engine.draw(plain(plan), plain(layers)))
  }

  force(plan: Plan, key: string, place: Place): Promise<Forced | undefined> {
    return this.ask((engine) => engine.force(plain(plan), key, place))
  }

  /** Tells need by need what each place of it would mean. */
  explain(plan: Plan, keys: string[], tell: (key: string, forced: Forced[]) => void): Promise<void> {
    return this.ask((engine) => engine.explain(plain(plan), keys, proxy(tell)))
  }

  alternatives(plan: Plan, count: number): Promise<Alternative[] | undefined> {
    return this.ask((engine) => engine.alternatives(plain(plan), count))
  }

  deadlocks(plan: Plan, boards: BoardDefinition[]): Promise<Deadlock[] | undefined> {
    return this.ask((engine) => engine.deadlocks(plain(plan), plain(boards)))
  }

  boards(plan: Plan, boards: BoardDefinition[], tell: (fit: BoardFit) => void): Promise<void> {
    return this.ask((engine) => engine.boards(plain(plan), plain(boards), proxy(tell)))
  }

  additions(
    plan: Plan,
    devices: DeviceDefinition[],
    protocols: Record<string, ProtocolDefinition>,
    tell: (found: Addition) => void,
  ): Promise<void> {
    return this.ask((engine) => engine.additions(plain(plan), plain(devices), plain(protocols), proxy(tell)))
  }

  private async ask<T>(question: (engine: Remote<Engine>) => Promise<T>): Promise<T | undefined> {
    try {
      return await this.client.ask(question)
    } catch (error) {
      if (error instanceof EngineEnded) return undefined
      throw error
    }
  }
}
