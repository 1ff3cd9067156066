import { Sheet, wiresOf, type Arrangement, type HarnessDrawing, type Layers } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'

/** Milliseconds of work between two pauses in which messages come in. */
const slice = 30

/** How far looking for a better arrangement has come, from 0 to 1, and what it has come to in the end. */
export interface Improvement {
  share: number
  drawing?: HarnessDrawing
}

/** Draws a harness at once in the arrangement there was, then looks for a better one in small steps. */
export class Draughtsman {
  private sheet?: Sheet
  private shown?: Arrangement
  private turn = 0

  /** @param from the arrangement to draw; where devices stand before any looking for better when missing */
  first(plan: Plan, layers: Layers, from?: Arrangement): HarnessDrawing {
    this.turn += 1
    const resolved = resolvePlan(plan)
    this.sheet = new Sheet(resolved, wiresOf(resolved), layers)
    this.shown = from ?? this.sheet.startingArrangement()
    return this.sheet.draw(this.shown)
  }

  /** Ends early when another drawing is asked for; tells how far it has come, and the better drawing once it is found, if there is one. */
  async improve(tell: (step: Improvement) => void | Promise<void>, breathe: () => Promise<void>): Promise<void> {
    const { sheet, shown, turn } = this
    if (!sheet || !shown) return
    const search = sheet.arranging(shown)
    let since = Date.now()
    for (;;) {
      const { done, value } = search.next()
      if (done) {
        if (sheet.costOf(value) >= sheet.costOf(shown)) return
        this.shown = value
        await tell({ share: 1, drawing: sheet.draw(value) })
        return
      }
      if (Date.now() - since < slice) continue
      await tell({ share: value.share })
      await breathe()
      if (turn !== this.turn) return
      since = Date.now()
    }
  }
}
