import { figure } from '#core/units'
/** A task was not done: it took too long or too much, or too many wait. */
export class NotDone extends Error {
  constructor(
    readonly kind: 'too-long' | 'too-much' | 'busy' | 'left',
    message: string,
    /** Seconds after which it may be asked for again, where that is known. */
    readonly seconds?: number,
  ) {
    super(message)
  }
}

/** What a lane lets in. */
export interface LaneLimits {
  /** Done at once. */
  threads: number
  /** Let in at once, those that wait among them: in all, and of one person. */
  inAll: number
  ofOne: number
  /** Milliseconds that one may wait for its turn, and may then take. */
  longestWait: number
  milliseconds: number
}

/** How one piece of work is done. */
export interface Running {
  leaving?: AbortSignal
  /** Comes before it and takes none of its time. */
  ready?: () => Promise<unknown>
  milliseconds?: number
}

interface Waiting {
  person: string
  go: () => void
  leave: (why: NotDone) => void
}

/** Work in a lane of its own: so many at once, those who were served longest ago first, so that nobody blocks the rest. */
export class Lane {
  private running = 0
  private queue: Waiting[] = []
  private readonly admitted = new Map<string, number>()
  private inside = 0
  /** When each person was served last; the earliest are forgotten. */
  private readonly served = new Map<string, number>()
  private turn = 0
  /** Milliseconds that one took of late. */
  private usual = 500

  constructor(
    readonly limits: LaneLimits,
    private readonly clock: () => number = () => performance.now(),
  ) {}

  /**
   * Lets a request in while it is read and worked on.
   * @throws NotDone at once, before anything is read, where too many are in
   */
  async admit<T>(person: string, work: () => Promise<T>): Promise<T> {
    const mine = this.admitted.get(person) ?? 0
    if (this.inside >= this.limits.inAll || mine >= this.limits.ofOne) throw this.busy(mine >= this.limits.ofOne)
    this.admitted.set(person, mine + 1)
    this.inside += 1
    try {
      return await work()
    } finally {
      this.inside -= 1
      const left = this.admitted.get(person)! - 1
      if (left) this.admitted.set(person, left)
      else this.admitted.delete(person)
    }
  }

  /**
   * Does work in its turn.
   * @param work is given the signal that ends it; `ready` comes before it and takes none of its time
   * @throws NotDone when its turn does not come, it takes too long, or nobody waits for it any more
   */
  async run<T>(
    person: string,
    work: (signal: AbortSignal) => Promise<T>,
    { leaving, ready, milliseconds = this.limits.milliseconds }: Running = {},
  ): Promise<T> {
    await this.itsTurn(person, leaving)
    const start = this.clock()
    let time: AbortSignal | undefined
    try {
      await ready?.()
      time = AbortSignal.timeout(milliseconds)
      return await work(leaving ? AbortSignal.any([time, leaving]) : time)
    } catch (error) {
      if (time?.aborted) throw new NotDone('too-long', `not done within ${figure(milliseconds / 1000, 's')}`)
      if (leaving?.aborted) throw new NotDone('left', 'nobody waits for it any more')
      throw error
    } finally {
      this.usual += (this.clock() - start - this.usual) / 4
      this.running -= 1
      this.next()
    }
  }

  private itsTurn(person: string, leaving?: AbortSignal): Promise<void> {
    if (leaving?.aborted) return Promise.reject(new NotDone('left', 'nobody waits for it any more'))
    return new Promise((resolve, reject) => {
      const done = (then: () => void) => {
        clearTimeout(timer)
        leaving?.removeEventListener('abort', gone)
        this.queue = this.queue.filter((each) => each !== waiting)
        then()
      }
      const waiting: Waiting = {
        person,
        go: () => done(resolve),
        leave: (why) => done(() => reject(why)),
      }
      const gone = () => waiting.leave(new NotDone('left', 'nobody waits for it any more'))
      const timer = setTimeout(() => waiting.leave(this.busy(false)), this.limits.longestWait)
      leaving?.addEventListener('abort', gone)
      this.queue.push(waiting)
      this.next()
    })
  }

  private next(): void {
    if (this.running >= this.limits.threads || !this.queue.length) return
    const of = ({ person }: Waiting) => this.served.get(person) ?? 0
    const first = this.queue.reduce((best, each) => (of(each) < of(best) ? each : best))
    this.served.delete(first.person)
    this.served.set(first.person, (this.turn += 1))
    if (this.served.size > 1000) this.served.delete(this.served.keys().next().value!)
    this.running += 1
    first.go()
  }

  private busy(oneself: boolean): NotDone {
    const ahead = oneself ? this.limits.ofOne : this.inside
    const seconds = Math.max(1, Math.ceil((ahead * this.usual) / this.limits.threads / 1000))
    const who = oneself ? 'you have asked for too much of this at once' : 'too much of this is asked for at once'
    return new NotDone('busy', who, seconds)
  }
}
