import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, resolve } from 'node:path'
import { Piscina } from 'piscina'
import { taken, type Answer } from './answer'
import type { Tasks } from './tasks'

/** Longest time a task may take, waiting included, in milliseconds. */
const longest = 60_000
/** Memory that one thread may hold, in megabytes. */
const memory = 160
/** Tasks that may wait. */
const waiting = 400

/** A task was not done: it took too long or too much, or too many wait. */
export class NotDone extends Error {
  constructor(
    readonly kind: 'too-long' | 'too-much' | 'busy' | 'left',
    message: string,
  ) {
    super(message)
  }
}

type Input<N extends keyof Tasks> = Parameters<Tasks[N]>[0]
type Value<N extends keyof Tasks> = Awaited<ReturnType<Tasks[N]>> extends Answer<infer T> ? T : never

/** Does tasks in threads of their own, within limits of time and memory. */
export class WorkPool {
  private readonly threads: Piscina

  constructor(filename = workerFile(), options: { execArgv?: string[]; milliseconds?: number } = {}) {
    this.milliseconds = options.milliseconds ?? longest
    this.threads = new Piscina({
      filename,
      minThreads: 1,
      maxThreads: Math.max(2, Math.min(4, availableParallelism() - 1)),
      maxQueue: waiting,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: memory },
      ...(options.execArgv ? { execArgv: options.execArgv } : {}),
    })
    // A thread that ran out of memory is told of by its task.
    this.threads.on('error', () => {})
  }

  private readonly milliseconds: number

  /**
   * Does a task.
   * @param leaving stops it when the asker has gone
   * @throws Refused when what was sent cannot be used
   * @throws NotDone when it goes beyond the limits
   */
  async run<N extends keyof Tasks>(name: N, input: Input<N>, leaving?: AbortSignal): Promise<Value<N>> {
    const time = AbortSignal.timeout(this.milliseconds)
    const signal = leaving ? AbortSignal.any([time, leaving]) : time
    let given: Answer<Value<N>>
    try {
      given = (await this.threads.run({ name, input }, { signal })) as Answer<Value<N>>
    } catch (error) {
      if (time.aborted) throw new NotDone('too-long', `not done within ${this.milliseconds / 1000} s`)
      if (leaving?.aborted) throw new NotDone('left', 'nobody waits for it any more')
      const { code, message } = error as { code?: string; message: string }
      if (code === 'ERR_WORKER_OUT_OF_MEMORY') throw new NotDone('too-much', 'it takes more memory than one request may have')
      if (/queue/i.test(message)) throw new NotDone('busy', 'too much is asked at once; try again in a moment')
      throw error
    }
    return taken(given)
  }

  end(): Promise<void> {
    return this.threads.destroy()
  }
}

/** Where the threads' own program lies: beside the server's, or where it is built for development. */
function workerFile(): string {
  const places = [resolve(dirname(process.argv[1] ?? '.'), 'worker/worker.mjs'), resolve('.nuxt/worker/worker.mjs')]
  const found = places.find((place) => existsSync(place))
  if (!found) throw new Error(`the program of the worker threads is not there: ${places.join(', ')}`)
  return found
}

let pool: WorkPool | undefined

/** The pool of this server. */
export function workPool(): WorkPool {
  return (pool ??= new WorkPool())
}
