/** An end of a run in a channel: at which height, and on the board's side or the devices'. */
export interface RunEnd {
  y: number
  at: 'board' | 'device'
}

/** A wire's way through a channel: along one end, up or down a track, along the other. */
export interface Run {
  ends: [RunEnd, RunEnd]
}

const low = ({ ends: [a, b] }: Run) => Math.min(a.y, b.y)
const high = ({ ends: [a, b] }: Run) => Math.max(a.y, b.y)

/** Crossings of two runs when the first has its track nearer to the board. */
export function crossings(inner: Run, outer: Run): number {
  return ends(outer, 'board', low(inner), high(inner)) + ends(inner, 'device', low(outer), high(outer))
}

/** Ends of a run on one side of the channel that lie between two heights. */
function ends({ ends: [a, b] }: Run, at: RunEnd['at'], from: number, to: number): number {
  return Number(a.at === at && a.y > from && a.y < to) + Number(b.at === at && b.y > from && b.y < to)
}

/** Whether two runs would lie on each other between their tracks when the first has its track nearer to the board. */
export function clash(inner: Run, outer: Run): boolean {
  return inner.ends.some(
    (runEnd) => runEnd.at === 'device' && outer.ends.some(({ y, at }) => at === 'board' && near(runEnd.y, y)),
  )
}

const near = (a: number, b: number) => Math.abs(a - b) < 4

/** A clash is as bad as so many crossings. */
const clashCost = 20

/** What it costs that the first has its track nearer to the board. */
export function orderCost(inner: Run, outer: Run): number {
  return crossings(inner, outer) + (clash(inner, outer) ? clashCost : 0)
}

/**
 * Tracks for runs, 0 nearest the board: put in an order with few crossings by
 * insertion, then pulled together as far as no two overlap on one track or change
 * their order for the worse. Runs
 * that go straight on take no room.
 */
export function assignTracks(runs: Run[], gap: number): number[] {
  const cost = runs.map((inner) => runs.map((outer) => orderCost(inner, outer)))
  const bent = runs.map((_, at) => at).filter((at) => low(runs[at]!) < high(runs[at]!))
  const sorted = bent.sort((a, b) => low(runs[a]!) - low(runs[b]!) || high(runs[a]!) - high(runs[b]!))
  const order: number[] = []
  for (const run of sorted) insert(order, run, cost)
  for (let pass = 0, before = ''; pass < mostPasses && before !== order.join(); pass += 1) {
    before = order.join()
    for (const run of sorted) {
      order.splice(order.indexOf(run), 1)
      insert(order, run, cost)
    }
  }
  const tracks = new Array<number>(runs.length).fill(0)
  order.forEach((run, place) => {
    for (const earlier of order.slice(0, place)) {
      const apart = overlap(runs[run]!, runs[earlier]!, gap) ? 1 : cost[run]![earlier]! > cost[earlier]![run]! ? 0 : -Infinity
      tracks[run] = Math.max(tracks[run]!, tracks[earlier]! + apart)
    }
  })
  return tracks
}

const mostPasses = 6

/** Puts a run where it makes the fewest crossings; `cost[a][b]` are those of a nearer to the board than b. */
function insert(order: number[], run: number, cost: number[][]): void {
  let sum = order.reduce((total, other) => total + cost[run]![other]!, 0)
  let best = sum
  let place = 0
  order.forEach((other, at) => {
    sum += cost[other]![run]! - cost[run]![other]!
    if (sum < best) {
      best = sum
      place = at + 1
    }
  })
  order.splice(place, 0, run)
}

function overlap(one: Run, other: Run, gap: number): boolean {
  return low(one) - gap < high(other) && low(other) - gap < high(one)
}
