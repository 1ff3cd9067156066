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

/** An engine at the other end, with what both ends have said so far. */
export class EngineEnd {
  private readonly plans = new PlanSender()
  private readonly grids = new GridReceiver()
  private listener?: object

  constructor(readonly remote: Remote<Engine>) {}

  /** Speaks to a listener from now on; true when that is another one than before, who was told nothing yet. */
  turnTo(listener: object): boolean {
    const another = this.listener !== listener
    this.listener = listener
    return another
  }

  pack(plan: Plan) {
    return this.plans.pack(plan)
  }

  unpack({ analysis, grid, ...rest }: AnswerParcel): Answer {
    return { ...rest, analysis: { ...analysis, grid: this.grids.unpack(grid) } }
  }
}

/** A thread with an engine on it, and with what it was told so far. */
export interface EngineThread {
  there: EngineEnd
  end: () => void
}

export function threadAt(endpoint: Endpoint, end: () => void): EngineThread {
  return { there: new EngineEnd(wrap<Engine>(endpoint)), end }
}

/**
 * Asks an engine on a thread of its own, which is started with the first question
 * and can be ended in the middle of its work. Every question is answered, or
 * rejected when the engine is ended.
 */
export class EngineClient {
  private thread?: EngineThread
  private gone = false
  private readonly waiting = new Set<(reason: Error) => void>()

  /** @param keep takes a thread over that has nothing to do */
  constructor(
    private readonly start: () => EngineThread,
    private readonly keep: (thread: EngineThread) => void = ({ end }) => end(),
  ) {}

  /** @throws EngineEnded when the engine is ended before it answers, and once it was left */
  ask<T>(question: (engine: EngineEnd) => Promise<T>): Promise<T> {
    if (this.gone) return Promise.reject(new EngineEnded())
    const { there } = (this.thread ??= this.start())
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

  /** Ends what is under way, which only the end of its thread does. */
  stop(): void {
    if (this.waiting.size) this.end()
  }

  /** Ends what is under way; where that is nothing, the thread is for others. Nothing is asked any more. */
  leave(): void {
    this.gone = true
    this.stop()
    if (this.thread) this.keep(this.thread)
    this.thread = undefined
  }
}
