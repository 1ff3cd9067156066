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

/**
 * Tracks for runs, 0 nearest the board: put in an order with few crossings by
 * insertion, then pulled together as far as no two overlap on one track.
 */
export function assignTracks(runs: Run[], gap: number): number[] {
  const cost = runs.map((inner) => runs.map((outer) => crossings(inner, outer)))
  const order: number[] = []
  const sorted = runs.map((_, at) => at).sort((a, b) => low(runs[a]!) - low(runs[b]!) || high(runs[a]!) - high(runs[b]!))
  for (const run of sorted) insert(order, run, cost)
  for (let pass = 0; pass < 2; pass += 1) {
    for (const run of sorted) {
      order.splice(order.indexOf(run), 1)
      insert(order, run, cost)
    }
  }
  const tracks = new Array<number>(runs.length).fill(0)
  order.forEach((run, place) => {
    let track = 0
    for (const earlier of order.slice(0, place)) {
      if (overlap(runs[run]!, runs[earlier]!, gap)) track = Math.max(track, tracks[earlier]! + 1)
    }
    tracks[run] = track
  })
  return tracks
}

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
