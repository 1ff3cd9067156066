import type { Finding, Fix } from '#core/checks'
import { sameValue } from '#core/editing'
import { outcomeOf, type Analysis, type FixOutcome } from '#core/engine'
import { applyEdit, planKind, type Edit, type Place, type Plan } from '#core/plan'
import type { Answer } from '../engine/engine'
import type { Saved } from './document-server'
import { DocumentSession, type DocumentState, type DocumentSurroundings } from './document-session'

/** What an edit would change. */
export interface Preview {
  settles: Finding[]
  brings: Finding[]
  moves: { need: string; to?: Place }[]
}

/** What analyses plans for a session. */
export interface PlanAnalyst {
  /** @param meanwhile is given the best found at once, where proving it takes longer */
  settle: (plan: Plan, meanwhile?: (answer: Answer) => void) => Promise<Answer | undefined>
  lookLonger: (plan: Plan) => Promise<Answer | undefined>
  stop: () => void
  preview: (plan: Plan) => Promise<Answer | undefined>
  end: () => void
}

export interface Surroundings extends DocumentSurroundings<Plan, Edit> {
  analyst: () => PlanAnalyst
}

/** All that is shown of a session, at one moment. */
export interface SessionState extends Omit<DocumentState<Plan, Edit>, 'document' | 'saved'> {
  readonly plan: Plan
  readonly analysis?: Analysis
  readonly working: boolean
}

/** One opened build: its plan as a document, and its analysis. */
export class BuildSession extends DocumentSession<Plan, Edit, Surroundings> {
  private analysis?: Analysis
  private working = false
  private fault = ''
  private analyst?: PlanAnalyst

  constructor(id: string, saved: Saved<Plan>, around: Surroundings) {
    super(id, saved, planKind, around, 'this build', true)
  }

  /** Opens a build, and goes on from what a page that ended before it could save has left of it. */
  static async open(id: string, around: Surroundings): Promise<BuildSession> {
    const loading = around.server.load(id)
    const [saved, left, past] = await Promise.all([loading, around.shelf.take(id, loading), around.shelf.recall(id)])
    const session = new BuildSession(id, { ...saved, version: left?.version ?? saved.version }, around)
    session.goOn(left, past)
    return session
  }

  get state(): SessionState {
    const { document: plan, saved: _, ...rest } = this.documentState
    return { ...rest, plan, analysis: this.analysis, working: this.working, problem: this.fault || rest.problem }
  }

  /** Comes onto the screen: starts to analyse. */
  override attach(): Promise<void> {
    this.analyst ??= this.around.analyst()
    return super.attach()
  }

  /** Leaves the screen: ends the analysis and saves what there is. Resolves when the server has answered. */
  detach(): Promise<void> {
    this.leave()
    this.analyst?.end()
    this.analyst = undefined
    this.working = false
    return this.queue.flush()
  }

  protected changed(): Promise<void> {
    return this.analyse()
  }

  /** What an edit would lead to, without doing it; undefined when the plan went on meanwhile. */
  async preview(edit: Edit): Promise<Preview | undefined> {
    const { document: plan } = this.history
    const before = this.analysis?.findings ?? []
    const after = await this.analyst?.preview(applyEdit(plan, edit))
    if (!after || this.history.document !== plan) return undefined
    const facts = (findings: Finding[]) => new Set(findings.map(({ fact }) => fact))
    const [known, now] = [facts(before), facts(after.analysis.findings)]
    return {
      settles: before.filter(({ fact }) => !now.has(fact)),
      brings: after.analysis.findings.filter(({ fact }) => !known.has(fact)),
      moves: Object.keys(plan.assignment)
        .filter((key) => after.assignment[key]?.place !== plan.assignment[key]!.place)
        .map((need) => ({ need, to: after.assignment[need]?.place })),
    }
  }

  /** What a fix of a finding would come to, with all that follows of itself; undefined when the plan went on meanwhile. */
  async tryFix(finding: Finding, fix: Fix): Promise<FixOutcome | undefined> {
    const { document: plan } = this.history
    const findings = this.analysis?.findings ?? []
    const after = await this.analyst?.preview(applyEdit(plan, fix.edit))
    if (!after || this.history.document !== plan) return undefined
    const { assignment, analysis } = after
    return outcomeOf({ plan, findings }, { plan: { ...plan, assignment }, findings: analysis.findings }, finding, fix)
  }

  /** Looks for a better allocation, or a proof, longer than is usual. */
  lookLonger(): Promise<void> {
    return this.analyse((analyst, plan) => analyst.lookLonger(plan))
  }

  /** Ends looking for a better allocation: the best so far stands. */
  stopLooking(): void {
    this.analyst?.stop()
    this.working = false
    this.around.changed()
  }

  private async analyse(
    ask = (analyst: PlanAnalyst, plan: Plan, meanwhile: (first: Answer) => void) => analyst.settle(plan, meanwhile),
  ): Promise<void> {
    const { document: plan } = this.history
    const { analyst } = this
    if (!analyst) return
    this.working = true
    this.around.changed()
    let current = plan
    const isStale = () => this.analyst !== analyst || this.history.document !== current
    try {
      const answer = await ask(analyst, plan, (first) => {
        if (isStale()) return
        this.take(first)
        current = this.history.document
        this.around.changed()
      })
      if (!answer || isStale()) return
      this.take(answer)
      this.fault = ''
    } catch (error) {
      this.fault = (error as Error).message
    }
    this.working = false
    this.around.changed()
  }

  /** Takes an answer; what the engine changed becomes part of the step that it answers. */
  private take({ analysis, assignment, supplies }: Answer): void {
    const { document: plan, done } = this.history
    this.analysis = analysis
    if (sameValue(plan.assignment, assignment) && sameValue(plan.supplies, supplies)) return
    const adoption: Edit = { type: 'assignment.adopt', assignment, supplies }
    if (this.around.forbids(adoption)) return
    const before = done.at(-1)
    this.history = this.steps.followUp(this.history, adoption)
    const after = this.history.done.at(-1)!
    if (before) this.queue.extend(before, after, this.history.document)
    else this.queue.push(after, this.history.document)
  }
}
