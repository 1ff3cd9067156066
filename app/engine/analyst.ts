import type { Plan } from '#core/plan'
import { EngineEnded, plain, type EngineClient } from './client'
import type { Answer } from './engine'

/** Milliseconds after which a run that has been overtaken is ended instead of waited for. */
const patience = 80

/** Analyses plans, the newest first: a newer question overtakes an older one, whose answer is dropped and whose run is ended if it takes long. */
export class Analyst {
  private newest = 0
  private busySince?: number

  constructor(
    private readonly client: EngineClient,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** Analyses a plan; undefined when a newer question came in between or the engine was ended. */
  async settle(plan: Plan): Promise<Answer | undefined> {
    const question = ++this.newest
    if (this.busySince !== undefined && this.now() - this.busySince > patience) this.client.end()
    this.busySince = this.now()
    const answer = await this.ask(plan)
    if (question !== this.newest) return undefined
    this.busySince = undefined
    return answer
  }

  /** Analyses a plan that is only being looked at; overtakes nothing. Undefined when the engine was ended. */
  preview(plan: Plan): Promise<Answer | undefined> {
    return this.ask(plan)
  }

  end(): void {
    this.client.end()
  }

  private async ask(plan: Plan): Promise<Answer | undefined> {
    try {
      return await this.client.ask((engine) => engine.settle(plain(plan)))
    } catch (error) {
      if (error instanceof EngineEnded) return undefined
      throw error
    }
  }
}
