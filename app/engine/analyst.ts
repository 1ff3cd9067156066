import type { Plan } from '#core/plan'
import { EngineEnded, type EngineClient, type EngineEnd } from './client'
import type { Answer, AnswerParcel } from './engine'

/** Milliseconds after which a run that has been overtaken is ended instead of waited for. */
const busyAtMost = 80

/** Analyses plans, the newest first: a newer question overtakes an older one, whose answer is dropped and whose run is ended if it takes long. */
export class Analyst {
  private newest = 0
  private busySince?: number

  /** @param aside an engine for what takes minutes, so that nothing else waits for it */
  constructor(
    private readonly client: EngineClient,
    private readonly aside: EngineClient,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /**
   * Analyses a plan; undefined when a newer question came in between or the engine was ended.
   * @param meanwhile is given the best found at once, where proving it takes longer
   */
  async settle(plan: Plan, meanwhile?: (answer: Answer) => void): Promise<Answer | undefined> {
    const question = ++this.newest
    this.aside.end()
    if (this.busySince !== undefined && this.now() - this.busySince > busyAtMost) this.client.end()
    this.busySince = this.now()
    const first = await this.ask((engine) => engine.remote.settle(engine.pack(plan)))
    if (question !== this.newest) return undefined
    if (!first || first.analysis.proposal.proven) {
      this.busySince = undefined
      return first
    }
    meanwhile?.(first)
    const proven = await this.ask((engine) => engine.remote.prove(engine.pack(plan)))
    if (question !== this.newest) return undefined
    this.busySince = undefined
    return proven
  }

  /** Looks for a proof of a plan's best allocation longer than is usual; undefined when a newer question came in between or it was stopped. */
  async lookLonger(plan: Plan): Promise<Answer | undefined> {
    const question = ++this.newest
    this.aside.end()
    const found = await this.ask((engine) => engine.remote.prove(engine.pack(plan), 'longer'), this.aside)
    return question === this.newest ? found : undefined
  }

  /** Ends looking longer; it gets no answer. */
  stop(): void {
    this.aside.end()
  }

  /** Analyses a plan that is only being looked at; overtakes nothing. Undefined when the engine was ended. */
  preview(plan: Plan): Promise<Answer | undefined> {
    return this.ask((engine) => engine.remote.settle(engine.pack(plan)))
  }

  end(): void {
    this.client.end()
    this.aside.end()
  }

  private async ask(question: (engine: EngineEnd) => Promise<AnswerParcel>, client = this.client): Promise<Answer | undefined> {
    try {
      return await client.ask(async (engine) => engine.unpack(await question(engine)))
    } catch (error) {
      if (error instanceof EngineEnded) return undefined
      throw error
    }
  }
}
