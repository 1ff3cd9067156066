import type { Pad } from '../catalogue'
import type { ResolvedPlan } from '../plan'

/**
 * A pad with n wires on it already counts as 12 mm × n² further off: a second wire
 * on a pad can be soldered, a third hardly. The figure is a choice of this project.
 */
const crowding = 12

/** Hands out the board's pads to wires: signals exclusively, supply and ground pads near what they belong to and not too many on one. */
export class PadBook {
  private readonly taken = new Map<string, number>()

  constructor(private readonly resolved: ResolvedPlan) {}

  /** A pad of the pin, one not yet used if there is one. */
  ofPin(pin: string): Pad | undefined {
    return this.take(this.resolved.padsOfPin(pin))
  }

  /** A supply pad of a rail, near a pad. */
  ofRail(rail: string, near: Pad | undefined): Pad | undefined {
    return this.take(
      this.resolved.board.pads.filter((pad) => pad.rail === rail),
      near,
    )
  }

  /** A ground pad, chosen likewise. */
  ground(near: Pad | undefined): Pad | undefined {
    return this.take(
      this.resolved.board.pads.filter((pad) => pad.kind === 'ground'),
      near,
    )
  }

  private take(pads: Pad[], near?: Pad): Pad | undefined {
    const uses = (pad: Pad) => this.taken.get(pad.id) ?? 0
    const distance = (pad: Pad) => (near ? Math.hypot(pad.x - near.x, pad.y - near.y) : 0)
    const cost = (pad: Pad) => distance(pad) + crowding * uses(pad) ** 2
    /** Own connector first, then plain pads, then contacts of other connectors, which are kept for their own cables. */
    const stranger = (pad: Pad) => (pad.connector === undefined ? 1 : pad.connector === near?.connector ? 0 : 2)
    const best = [...pads].sort(
      (one, other) => stranger(one) - stranger(other) || cost(one) - cost(other) || uses(one) - uses(other),
    )[0]
    if (best) this.taken.set(best.id, uses(best) + 1)
    return best
  }
}
