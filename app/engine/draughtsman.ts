import { Sheet, wiresOf, type Arrangement, type SheetWish } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'

/** Milliseconds of work between two pauses in which messages come in. */
const slice = 30

/** How far looking for a better arrangement has come, from 0 to 1, and the best that was found so far, each once. */
export interface Improvement {
  share: number
  better?: Arrangement
}

/** Looks for better arrangements of a harness drawing than the one on the screen, in small steps. */
export class Draughtsman {
  private turn = 0

  /** Ends early when another drawing is asked for; tells how far it has come, and of each better arrangement that it has by then. */
  async improve(
    { plan, wish, from }: { plan: Plan; wish: SheetWish; from: Arrangement },
    tell: (step: Improvement) => void | Promise<void>,
    breathe: () => Promise<void>,
  ): Promise<void> {
    const turn = ++this.turn
    const resolved = resolvePlan(plan)
    const sheet = new Sheet(resolved, wiresOf(resolved), wish.layers, wish.room)
    const search = sheet.arranging(from)
    let since = Date.now()
    let least = sheet.costOf(from)
    for (;;) {
      const { done, value } = search.next()
      if (done) {
        await tell({ share: 1, ...(sheet.costOf(value) < least && { better: value }) })
        return
      }
      if (Date.now() - since < slice) continue
      await tell({ share: value.share, ...(value.cost < least && { better: value.arrangement }) })
      least = Math.min(least, value.cost)
      await breathe()
      if (turn !== this.turn) return
      since = Date.now()
    }
  }
}
