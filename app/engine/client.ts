import { wrap, type Endpoint, type Remote } from 'comlink'
import type { Plan } from '#core/plan'
import type { Answer, AnswerParcel, Engine } from './engine'
import { GridReceiver, PlanSender } from './parcel'

/** The engine was ended before it had answered. */
export class EngineEnded extends Error {
  constructor() {
    super('the engine was ended before it had answered')
    this.name = 'EngineEnded'
  }
}

/** A thread with an engine on it. */
export interface EngineThread {
  endpoint: Endpoint
  end: () => void
}

/** An engine at the other end, with what both ends have said so far. */
export class EngineEnd {
  private readonly plans = new PlanSender()
  private readonly grids = new GridReceiver()

  constructor(readonly remote: Remote<Engine>) {}

  pack(plan: Plan) {
    return this.plans.pack(plan)
  }

  unpack({ analysis, grid, ...rest }: AnswerParcel): Answer {
    return { ...rest, analysis: { ...analysis, grid: this.grids.unpack(grid) } }
  }
}

/**
 * Asks an engine on a thread of its own, which is started with the first question
 * and can be ended in the middle of its work. Every question is answered, or
 * rejected when the engine is ended.
 */
export class EngineClient {
  private thread?: { there: EngineEnd; end: () => void }
  private readonly waiting = new Set<(reason: Error) => void>()

  constructor(private readonly start: () => EngineThread) {}

  /** @throws EngineEnded when the engine is ended before it answers */
  ask<T>(question: (engine: EngineEnd) => Promise<T>): Promise<T> {
    const { there } = this.running()
    return new Promise<T>((resolve, reject) => {
      this.waiting.add(reject)
      question(there)
        .then(resolve, reject)
        .finally(() => this.waiting.delete(reject))
    })
  }

  /** Ends the thread; the next question starts another. */
  end(): void {
    this.thread?.end()
    this.thread = undefined
    const waiting = [...this.waiting]
    this.waiting.clear()
    for (const reject of waiting) reject(new EngineEnded())
  }

  private running(): { there: EngineEnd } {
    if (!this.thread) {
      const { endpoint, end } = this.start()
      this.thread = { there: new EngineEnd(wrap<Engine>(endpoint)), end }
    }
    return this.thread
  }
}
