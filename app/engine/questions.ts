import { proxy } from 'comlink'
import type { Addition, Alternative, BoardFit, Forced } from '#core/allocation'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'
import type { Finding, Fix } from '#core/checks'
import type { WorthKnowing } from '#core/engine'
import type { Arrangement, SheetWish } from '#core/harness'
import type { Place, Plan } from '#core/plan'
import { EngineEnded, type EngineClient, type EngineEnd } from './client'
import type { Improvement } from './draughtsman'
import type { Deadlock, Explained, Tell } from './engine'
import { plain } from './parcel'

/**
 * Questions asked beside the analysis. Each gives undefined when it was stopped
 * before it was answered.
 */
export class Questions {
  constructor(private readonly client: EngineClient) {}

  /** Stops all that is under way. */
  stop(): void {
    this.client.stop()
  }

  /** Stops all that is under way; what is asked from now on gets no answer. */
  leave(): void {
    this.client.leave()
  }

  /** Tells how far it has come, and of a better arrangement of a harness drawing, once there is one; ends early when another is asked for. */
  improve(plan: Plan, wish: SheetWish, from: Arrangement, tell: (step: Improvement) => void): Promise<void> {
    return this.ask((engine) => engine.remote.improve(engine.pack(plan), plain(wish), plain(from), proxy(tell)))
  }

  /** Which figures that nobody knows help the plan most when they are found out. */
  worthKnowing(plan: Plan): Promise<WorthKnowing[] | undefined> {
    return this.ask((engine) => engine.remote.worthKnowing(engine.pack(plan)))
  }

  force(plan: Plan, key: string, place: Place): Promise<Forced | undefined> {
    return this.ask((engine) => engine.remote.force(engine.pack(plan), key, place))
  }

  /** Tells in batches what each place of each need would mean; asked anew, it leaves off what it was at. */
  explain(plan: Plan, keys: string[], tell: (explained: Explained) => void): Promise<void> {
    return this.ask((engine) => engine.remote.explain(engine.pack(plan), keys, proxy(tell), engine.turnTo(this)))
  }

  alternatives(plan: Plan, count: number): Promise<Alternative[] | undefined> {
    return this.ask((engine) => engine.remote.alternatives(engine.pack(plan), count))
  }

  deadlocks(plan: Plan, boards: BoardDefinition[]): Promise<Deadlock[] | undefined> {
    return this.ask((engine) => engine.remote.deadlocks(engine.pack(plan), plain(boards)))
  }

  /** @param boards as the catalogue has them: they are many, and handed over as they are */
  boards(plan: Plan, boards: BoardDefinition[], tell: Tell<BoardFit[]>): Promise<void> {
    return this.ask((engine) => engine.remote.boards(engine.pack(plan), boards, proxy(tell)))
  }

  additions(
    plan: Plan,
    devices: DeviceDefinition[],
    protocols: Record<string, ProtocolDefinition>,
    tell: (found: Addition) => void,
  ): Promise<void> {
    return this.ask((engine) => engine.remote.additions(engine.pack(plan), plain(devices), plain(protocols), proxy(tell)))
  }

  /** What parts of the catalogue mend a finding that asks for one. */
  partFixes(
    plan: Plan,
    { wants }: Finding,
    devices: Record<string, DeviceDefinition>,
    protocols: Record<string, ProtocolDefinition>,
  ): Promise<Fix[] | undefined> {
    return this.ask((engine) => engine.remote.partFixes(engine.pack(plan), plain({ wants }), plain(devices), plain(protocols)))
  }

  private async ask<T>(question: (engine: EngineEnd) => Promise<T>): Promise<T | undefined> {
    try {
      return await this.client.ask(question)
    } catch (error) {
      if (error instanceof EngineEnded) return undefined
      throw error
    }
  }
}
