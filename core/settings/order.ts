/** A thing to be set, and what has to be set before it. */
export interface Ordered {
  id: string
  after: {
    id: string
    /** With a restart between the two. */
    restart: boolean
  }[]
}

/** What cannot be put in order: each of these is to come before another of them. */
export class CircularOrder extends Error {
  constructor(readonly ids: string[]) {
    super(`${ids.join(', ')}: each is to come before the next`)
  }
}

/**
 * Puts things into rounds with a restart between one and the next, in the fewest rounds that respect every
 * order; within a round each stands behind what it comes after.
 *
 * Each goes into the earliest round it can: the greatest number of restarts on any way that leads to it. No
 * plan has fewer rounds, since the restarts on the longest way must all happen.
 * @throws CircularOrder
 */
export function inRounds<T extends Ordered>(things: readonly T[]): T[][] {
  const byId = new Map(things.map((thing) => [thing.id, thing]))
  const round = new Map<string, number>()
  const rounds: T[][] = []
  const under: string[] = []

  function place(thing: T): number {
    const known = round.get(thing.id)
    if (known !== undefined) return known
    if (under.includes(thing.id)) throw new CircularOrder(under.slice(under.indexOf(thing.id)))
    under.push(thing.id)
    let at = 0
    for (const { id, restart } of thing.after) {
      const before = byId.get(id)
      if (before) at = Math.max(at, place(before) + Number(restart))
    }
    under.pop()
    round.set(thing.id, at)
    ;(rounds[at] ??= []).push(thing)
    return at
  }
  things.forEach(place)
  return rounds
}
