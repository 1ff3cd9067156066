import type { Pad } from '../catalogue'
import type { ResolvedPlan } from '../plan'

/** Hands out the board's pads to wires: signals exclusively, supply and ground pads evenly. */
export class PadBook {
  private readonly taken = new Map<string, number>()

  constructor(private readonly resolved: ResolvedPlan) {}

  /** A pad of the pin, one not yet used if there is one. */
  ofPin(pin: string): Pad | undefined {
    return this.take(this.resolved.padsOfPin(pin))
  }

  /** The supply pad of a rail with the fewest wires, the nearest to a point among equals. */
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
    /** Own connector first, then plain pads, then contacts of other connectors, which are kept for their own cables. */
    const stranger = (pad: Pad) => (pad.connector === undefined ? 1 : pad.connector === near?.connector ? 0 : 2)
    const best = [...pads].sort(
      (one, other) => stranger(one) - stranger(other) || uses(one) - uses(other) || distance(one) - distance(other),
    )[0]
    if (best) this.taken.set(best.id, uses(best) + 1)
    return best
  }
}
