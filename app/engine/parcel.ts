import type { FitCell, FitRow } from '#core/engine'
import type { Plan } from '#core/plan'

/**
 * What two threads say to each other, without what the other has had before: a thing that was
 * sent once goes by its number. Definitions and cells of the grid do not change once they are
 * made, and what they are known by is the object itself.
 */
type Sent<T> = [number: number, thing: T][]

/** Most things that are remembered at both ends before they start anew. */
const mostKept = 4000

class Sender<T extends object> {
  private numbers = new WeakMap<T, number>()
  private count = 0

  number(thing: T, fresh: Sent<T>): number {
    const known = this.numbers.get(thing)
    if (known !== undefined) return known
    this.count += 1
    this.numbers.set(thing, this.count)
    fresh.push([this.count, thing])
    return this.count
  }

  /** Forgets what was sent when that has become much; true when it has. */
  tidy(): boolean {
    if (this.count < mostKept) return false
    this.numbers = new WeakMap()
    this.count = 0
    return true
  }
}

class Receiver<T extends object> {
  private readonly things = new Map<number, T>()

  take(fresh: Sent<T>, anew: boolean): void {
    if (anew) this.things.clear()
    for (const [number, thing] of fresh) this.things.set(number, thing)
  }

  thing(number: number): T {
    const found = this.things.get(number)
    if (!found) throw new RangeError(`nothing was sent as number ${number}`)
    return found
  }
}

type Definitions = Plan['definitions']
type Definition = Definitions[keyof Definitions][string]
type Numbered = { [Kind in keyof Definitions]: Record<string, number> }

/** A plan on its way to the engine. */
export interface PlanParcel {
  plan: Omit<Plan, 'definitions'>
  definitions: Numbered
  fresh: Sent<Definition>
  anew: boolean
}

const kinds = ['boards', 'devices', 'protocols'] as const satisfies (keyof Definitions)[]

/** Packs plans for one engine. */
export class PlanSender {
  private readonly sender = new Sender<Definition>()

  pack({ definitions, ...plan }: Plan): PlanParcel {
    const anew = this.sender.tidy()
    const fresh: Sent<Definition> = []
    const numbered = Object.fromEntries(
      kinds.map((kind) => {
        const ofKind: Record<string, Definition> = definitions[kind]
        return [kind, Object.fromEntries(Object.entries(ofKind).map(([id, one]) => [id, this.sender.number(one, fresh)]))]
      }),
    ) as Numbered
    return plain({ plan, definitions: numbered, fresh, anew })
  }
}

/** Unpacks them at the other end: the same definitions are the same objects, so that what was worked out of them serves again. */
export class PlanReceiver {
  private readonly receiver = new Receiver<Definition>()

  unpack({ plan, definitions, fresh, anew }: PlanParcel): Plan {
    this.receiver.take(fresh, anew)
    const named = Object.fromEntries(
      kinds.map((kind) => [
        kind,
        Object.fromEntries(Object.entries(definitions[kind]).map(([id, number]) => [id, this.receiver.thing(number)])),
      ]),
    ) as unknown as Definitions
    return { ...plan, definitions: named }
  }
}

/** The grid on its way back. */
export interface GridParcel {
  rows: (Omit<FitRow, 'cells'> & { cells: number })[]
  fresh: Sent<FitCell[]>
  anew: boolean
}

export class GridSender {
  private readonly sender = new Sender<FitCell[]>()

  pack(grid: FitRow[]): GridParcel {
    const anew = this.sender.tidy()
    const fresh: Sent<FitCell[]> = []
    const rows = grid.map((row) => ({ ...row, cells: this.sender.number(row.cells, fresh) }))
    return { rows, fresh, anew }
  }
}

export class GridReceiver {
  private readonly receiver = new Receiver<FitCell[]>()

  unpack({ rows, fresh, anew }: GridParcel): FitRow[] {
    this.receiver.take(fresh, anew)
    return rows.map((row) => ({ ...row, cells: this.receiver.thing(row.cells) }))
  }
}

/** A plain value that can be handed to another thread. */
export function plain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}
