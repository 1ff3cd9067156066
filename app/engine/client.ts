import { wrap, type Endpoint, type Remote } from 'comlink'
import type { Engine } from './engine'

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

/**
 * Asks an engine on a thread of its own, which is started with the first question
 * and can be ended in the middle of its work. Every question is answered, or
 * rejected when the engine is ended.
 */
export class EngineClient {
  private thread?: { remote: Remote<Engine>; end: () => void }
  private readonly waiting = new Set<(reason: Error) => void>()

  constructor(private readonly start: () => EngineThread) {}

  /** @throws EngineEnded when the engine is ended before it answers */
  ask<T>(question: (engine: Remote<Engine>) => Promise<T>): Promise<T> {
    const { remote } = this.running()
    return new Promise<T>((resolve, reject) => {
      this.waiting.add(reject)
      question(remote)
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

  private running(): { remote: Remote<Engine> } {
    if (!this.thread) {
      const { endpoint, end } = this.start()
      this.thread = { remote: wrap<Engine>(endpoint), end }
    }
    return this.thread
  }
}

/** The plan as a plain value that can be handed to another thread. */
export function plain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}
