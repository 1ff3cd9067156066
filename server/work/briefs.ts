import type { Brief } from '#core/engine'
import type { Plan } from '#core/plan'
import type { Kept } from '../database/save-version'

/** Milliseconds from a save to the look at it; more saves meanwhile make it no later, and need no more looks. */
const pause = 1500

/** Looks at what was saved, build by build, so that lists can tell of it without holding the save up. */
export class Briefs {
  private readonly waiting = new Set<string>()
  private timer?: ReturnType<typeof setTimeout>
  private busy = false

  constructor(
    private readonly kept: Kept,
    private readonly look: (plan: Plan) => Promise<Brief | undefined>,
  ) {}

  /** A build was saved. */
  soon(id: string): void {
    this.waiting.add(id)
    this.wind()
  }

  /** Looks at all that was not looked at before the last end. */
  catchUp(): void {
    for (const id of this.kept.reading().builds.withoutBrief()) this.soon(id)
  }

  private wind(): void {
    if (this.timer || this.busy || !this.waiting.size) return
    this.timer = setTimeout(() => void this.lookAtAll(), pause)
    this.timer.unref()
  }

  private async lookAtAll(): Promise<void> {
    this.timer = undefined
    this.busy = true
    const ids = [...this.waiting]
    this.waiting.clear()
    for (const id of ids) await this.lookAt(id).catch(() => undefined)
    this.busy = false
    this.wind()
  }

  private async lookAt(id: string): Promise<void> {
    const { builds } = this.kept.reading()
    const { generation } = this.kept
    const version = builds.find(id)?.version
    if (version === undefined) return
    let plan: Plan
    try {
      plan = builds.plan(id, version)!
    } catch {
      return this.kept.change((store) => store.builds.setBrief(id, version, undefined), generation)
    }
    const brief = await this.look(plan)
    this.kept.change((store) => store.builds.setBrief(id, version, brief), generation)
  }
}
