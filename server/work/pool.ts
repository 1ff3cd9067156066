import { existsSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { Piscina } from 'piscina'
import { taken, type Answer } from './answer'
import { Lane, NotDone, type LaneLimits } from './lane'
import type { Tasks } from './tasks'

/** Memory that one thread may hold for what has just been made, in megabytes; for what lives on each lane has its own figure. */
const young = 16

/**
 * Threads by what they are for: nothing but saves goes through those of saves. `nice` lets others go first where both
 * want the processor, as for a process (0 to 19); `memory` is in megabytes.
 */
export const lanes = {
  saves: { threads: 1, inAll: 400, ofOne: 400, longestWait: 20_000, milliseconds: 30_000, nice: 0, memory: 160 },
  files: { threads: 2, inAll: 200, ofOne: 100, longestWait: 30_000, milliseconds: 60_000, nice: 5, memory: 160 },
  papers: { threads: 1, inAll: 24, ofOne: 4, longestWait: 60_000, milliseconds: 60_000, nice: 10, memory: 160 },
  patterns: { threads: 1, inAll: 24, ofOne: 4, longestWait: 30_000, milliseconds: 10_000, nice: 10, memory: 96 },
} as const satisfies Record<string, LaneLimits & { nice: number; memory: number }>
export type LaneName = keyof typeof lanes

/** Which lane a task goes through; bodies of requests go through that of their request. */
const laneOf: Record<Exclude<keyof Tasks, 'json' | 'ready'>, LaneName> = {
  replay: 'saves',
  planFile: 'files',
  brief: 'files',
  definitionsFile: 'files',
  definition: 'files',
  examine: 'files',
  boardAsked: 'files',
  template: 'patterns',
  readBack: 'patterns',
  papers: 'papers',
}

/** Milliseconds for what users write themselves, and could write so that it takes without end. */
const ownTime: Partial<Record<keyof Tasks, number>> = { readBack: 5000, template: 10_000 }

type Input<N extends keyof Tasks> = Parameters<Tasks[N]>[0]
type Value<N extends keyof Tasks> = Awaited<ReturnType<Tasks[N]>> extends Answer<infer T> ? T : never

/** For whom a task is done, when it is not wanted any more, and through which lane where that is not its own. */
export interface For {
  person?: string
  leaving?: AbortSignal
  lane?: LaneName
}

/** Does tasks in threads of their own, within limits of time and memory. */
export class WorkPool {
  private readonly threads = new Map<LaneName, Piscina>()
  private readonly ways: Record<LaneName, Lane>

  /** @param programs of the threads: of those that write papers, and of all others */
  constructor(
    private readonly programs = { worker: program('worker'), papers: program('papers') },
    private readonly options: { execArgv?: string[]; milliseconds?: number } = {},
  ) {
    const { milliseconds } = options
    const limits = (name: LaneName): LaneLimits => ({ ...lanes[name], ...(milliseconds !== undefined && { milliseconds }) })
    this.ways = {
      saves: new Lane(limits('saves')),
      files: new Lane(limits('files')),
      papers: new Lane(limits('papers')),
      patterns: new Lane(limits('patterns')),
    }
    // The first save is not kept waiting for its thread.
    this.threadsOf('saves')
  }

  /**
   * Lets a request in that will ask for work of a lane.
   * @throws NotDone before anything of it is read, where too many are in already
   */
  admit<T>(lane: LaneName, person: string, work: () => Promise<T>): Promise<T> {
    return this.ways[lane].admit(person, work)
  }

  /**
   * Does a task.
   * @throws Refused when what was sent cannot be used
   * @throws NotDone when it goes beyond the limits
   */
  async run<N extends keyof Tasks>(name: N, input: Input<N>, { person = '', leaving, lane }: For = {}): Promise<Value<N>> {
    const way = lane ?? (name === 'json' ? 'files' : laneOf[name as keyof typeof laneOf])
    const threads = this.threadsOf(way)
    const work = async (signal: AbortSignal) => (await threads.run({ name, input }, { signal })) as Answer<Value<N>>
    const milliseconds = this.options.milliseconds ?? ownTime[name]
    // That a thread is started first is not the task's fault.
    const ready = milliseconds === undefined ? undefined : () => threads.run({ name: 'ready' })
    try {
      return taken(await this.ways[way].run(person, work, { leaving, ready, milliseconds }))
    } catch (error) {
      const { code } = error as { code?: string }
      if (code === 'ERR_WORKER_OUT_OF_MEMORY') throw new NotDone('too-much', 'it takes more memory than one request may have')
      throw error
    }
  }

  async end(): Promise<void> {
    await Promise.all([...this.threads.values()].map((threads) => threads.destroy()))
  }

  private threadsOf(lane: LaneName): Piscina {
    const known = this.threads.get(lane)
    if (known) return known
    const { threads: most, nice } = lanes[lane]
    const threads = new Piscina({
      filename: this.programs[lane === 'papers' ? 'papers' : 'worker'],
      minThreads: lane === 'saves' ? 1 : 0,
      maxThreads: most,
      idleTimeout: 30_000,
      workerData: { nice },
      resourceLimits: { maxOldGenerationSizeMb: lanes[lane].memory, maxYoungGenerationSizeMb: young },
      ...(this.options.execArgv ? { execArgv: this.options.execArgv } : {}),
    })
    // A thread that ran out of memory is told of by its task.
    threads.on('error', () => {})
    this.threads.set(lane, threads)
    return threads
  }
}

/** Where a program of the threads lies: beside the server's, or where it is built for development. */
function program(name: 'worker' | 'papers'): string {
  const places = [resolve(dirname(process.argv[1] ?? '.'), `worker/${name}.mjs`), resolve(`.nuxt/worker/${name}.mjs`)]
  const found = places.find((place) => existsSync(place))
  if (!found) throw new Error(`the program of the worker threads is not there: ${places.join(', ')}`)
  return found
}

let pool: WorkPool | undefined

/** The pool of this server. */
export function workPool(): WorkPool {
  return (pool ??= new WorkPool())
}
