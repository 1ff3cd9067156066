import { NotDone } from './lane'

/** Does work one after the other, in the order in which it is asked for. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve()
  private waiting = 0

  constructor(private readonly most: number) {}

  /** @throws NotDone at once where too many wait; whatever the work throws, which holds up nothing that waits behind it */
  async run<T>(work: () => T | Promise<T>): Promise<T> {
    if (this.waiting >= this.most) throw new NotDone('busy', 'too much of this is asked for at once', 5)
    this.waiting += 1
    const mine = this.last.then(work).finally(() => (this.waiting -= 1))
    this.last = mine.catch(() => undefined)
    return mine
  }
}
