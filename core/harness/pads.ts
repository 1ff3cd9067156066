import type { Pad } from '../catalogue'
import { padPoint, type ResolvedPlan } from '../plan'
import { wiresFor } from '../suitability'

/**
 * A pad with n wires on it already counts as 12 mm × n² further off: a second wire
 * on a pad can be soldered, a third hardly. The figure is a choice of this project.
 */
const crowding = 12
/** A contact of a spare connector, as a motor header without its motor, wants a crimped lead: as good as a pad so many mm further off. */
const crimping = 40

/** Hands out the board's pads to wires: signals exclusively, supply and ground pads near what they belong to and not too many on one. */
export class PadBook {
  private readonly taken = new Map<string, number>()
  /** Connectors of whose signals none is in use. */
  private readonly spare: Set<string>

  /** @param held pads that are taken from the start, each by its wire */
  constructor(
    private readonly resolved: ResolvedPlan,
    private readonly held: ReadonlyMap<string, Pad>,
  ) {
    this.spare = spareConnectors(resolved)
    for (const { id } of held.values()) this.use(id)
  }

  private use(pad: string): void {
    this.taken.set(pad, (this.taken.get(pad) ?? 0) + 1)
  }

  /** The pad held for a wire, otherwise one of the pin, not yet used if there is one. */
  ofPin(pin: string, wire: string): Pad | undefined {
    return this.held.get(wire) ?? this.take(this.resolved.padsOfPin(pin))
  }

  /** The pad held for a wire, otherwise a supply pad of a rail, near a pad. */
  ofRail(rail: string, near: Pad | undefined, wire: string): Pad | undefined {
    const pads = this.resolved.board.pads
    return (
      this.held.get(wire) ??
      this.take(
        pads.filter((pad) => pad.rail === rail),
        near,
      )
    )
  }

  /** A ground pad, chosen likewise. */
  ground(near: Pad | undefined, wire: string): Pad | undefined {
    const pads = this.resolved.board.pads
    return (
      this.held.get(wire) ??
      this.take(
        pads.filter((pad) => pad.kind === 'ground'),
        near,
      )
    )
  }

  private take(pads: Pad[], near?: Pad): Pad | undefined {
    const uses = (pad: Pad) => this.taken.get(pad.id) ?? 0
    const away = (pad: Pad) => (near ? Math.hypot(pad.x - near.x, pad.y - near.y) : 0)
    const distance = (pad: Pad) => away(pad) + (pad.connector === undefined ? 0 : crimping)
    const cost = (pad: Pad) => distance(pad) + crowding * uses(pad) ** 2
    /** Own connector first, then plain pads and free contacts of spare connectors, then those of others, which are kept for their own cables. */
    const stranger = ({ id, connector }: Pad) => {
      if (connector === undefined) return 1
      if (connector === near?.connector) return 0
      return this.spare.has(connector) && !this.taken.has(id) ? 1 : 2
    }
    const best = [...pads].sort(
      (one, other) => stranger(one) - stranger(other) || cost(one) - cost(other) || uses(one) - uses(other),
    )[0]
    if (best) this.use(best.id)
    return best
  }
}

/** Connectors of the board with signals of which no need is served. */
function spareConnectors(resolved: ResolvedPlan): Set<string> {
  const { board, plan, needs } = resolved
  const used = new Set(
    needs.flatMap((need) => {
      const placement = plan.assignment[need.key]
      return placement
        ? wiresFor(resolved, need, placement).map((wired) => ('pin' in wired ? `pin:${wired.pin}` : wired.point))
        : []
    }),
  )
  const signals = board.pads.filter(({ connector, kind }) => connector !== undefined && kind === 'signal')
  const inUse = signals
    .filter((pad) => used.has(`pin:${pad.pin}`) || used.has(padPoint(pad.id)))
    .map(({ connector }) => connector)
  return new Set(signals.flatMap(({ connector }) => (connector === undefined || inUse.includes(connector) ? [] : [connector])))
}
