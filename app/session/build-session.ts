import type { Finding } from '#core/checks'
import type { Analysis } from '#core/engine'
import {
  applyEdit,
  doEdit,
  followUp,
  mayDo,
  redo,
  sameValue,
  startHistory,
  stepTo,
  undo,
  type Edit,
  type History,
  type Place,
  type Plan,
  type Role,
  type Step,
} from '#core/plan'
import type { Answer } from '../engine/engine'
import type { BuildServer, Saved, Shelf, Undoable, Unsaved } from './build-server'
import type { EditCheck } from './edit-check'
import { SaveQueue, type Conflict, type SaveState, type SaveSurroundings, type SetAside, type TakenIn } from './save-queue'

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

export interface Surroundings extends Omit<SaveSurroundings, 'keep' | 'setAside' | 'takenIn' | 'cameIn'> {
  server: BuildServer
  shelf: Shelf
  analyst: () => PlanAnalyst
  /** What tells whether an edit is one that the server would keep, or the promise of it. */
  editCheck: () => EditCheck | Promise<EditCheck>
  /** What whoever works here may do. */
  role: () => Role
  /** Called with what the user should know. */
  tell: (message: string) => void
  /** Called with what an edit has done, which can be taken back while it is the last step. */
  tellDone: (message: string) => void
  /** Called with why an edit does not fit. */
  complain: (message: string) => void
}

/** Steps that can still be undone after a reload. */
const mostSteps = 60

/** All that is shown of a session, at one moment. */
export interface SessionState {
  readonly id: string
  readonly version: number
  readonly plan: Plan
  readonly analysis?: Analysis
  readonly working: boolean
  readonly saveState: SaveState
  readonly problem: string
  readonly conflict?: Conflict
  /** Steps that can be taken back. */
  readonly steps: number
  readonly undoLabel?: string
  readonly redoLabel?: string
}

/**
 * One opened build: its plan with undo and redo, its analysis, and its saving. It
 * is bound to its id for good; whatever answer comes late reaches no other build.
 */
export class BuildSession {
  private history: History
  private analysis?: Analysis
  private working = false
  private fault = ''
  private analyst?: PlanAnalyst
  private readonly queue: SaveQueue
  /** Ends waiting for what other pages leave. */
  private disown?: () => void
  /** Steps that an earlier page has left, until it is known whether they had come in. */
  private left: Step[] = []

  constructor(
    readonly id: string,
    saved: Saved,
    private readonly around: Surroundings,
  ) {
    this.history = startHistory(saved.plan)
    this.queue = new SaveQueue(id, saved, {
      ...around,
      keep: around.shelf.keep,
      setAside: (aside) => this.without(aside),
      cameIn: (steps) => this.notLeft(steps),
      takenIn: (taken) => this.takeIn(taken),
      changed: () => {
        this.tellOfLeft()
        this.rememberSteps()
        around.changed()
      },
    })
  }

  /** Opens a build, and goes on from what a page that ended before it could save has left of it. */
  static async open(id: string, around: Surroundings): Promise<BuildSession> {
    const loading = around.server.load(id)
    const [saved, left, past] = await Promise.all([loading, around.shelf.take(id, loading), around.shelf.recall(id)])
    if (!left) {
      const fresh = new BuildSession(id, saved, around)
      fresh.recallSteps(past)
      return fresh
    }
    const session = new BuildSession(id, { version: left.version, plan: saved.plan }, around)
    session.resume(left)
    return session
  }

  /** Takes up what this page could undo before it was loaded anew, if the build still stands as it did. */
  private recallSteps(past: Undoable | undefined): void {
    if (past?.version !== this.queue.version) return
    this.history = { ...this.history, done: past.done, undone: past.undone }
  }

  /** Keeps what can be undone, once all of it is saved. */
  private rememberSteps(): void {
    if (!this.settled) return
    const { done, undone } = this.history
    this.around.shelf.remember(this.id, {
      version: this.queue.version,
      done: done.slice(-mostSteps),
      undone: undone.slice(-mostSteps),
    })
  }

  private resume(left: Unsaved): void {
    const done = [...(left.unsure?.pending ?? []), ...left.pending]
    const { plan } = done.at(-1) ?? { plan: left.unsure?.saving.plan ?? this.history.plan }
    this.history = { plan, done: done.map(({ step }) => step), undone: [] }
    this.left = this.history.done
    this.queue.resume(left)
  }

  private notLeft(steps: Step[]): void {
    this.left = this.left.filter((step) => !steps.includes(step))
  }

  /** What an earlier page could not save is told of once it is known that it had not come in. */
  private tellOfLeft(): void {
    if (!this.left.length || ['changed', 'saving'].includes(this.queue.state)) return
    this.around.tell(`Not saved when this build was left, and continued: ${this.left.map(({ label }) => label).join('; ')}.`)
    this.left = []
  }

  /** Goes on from a version that came in first and asks nothing of the user; undo finds it before one's own steps. */
  private takeIn({ newest, from, known, before, after, plan }: TakenIn): void {
    this.notLeft(known)
    const { done } = this.history
    const elsewhere = sameValue(from, newest.plan) ? [] : [stepTo(from, newest.plan, `version ${newest.version}, made elsewhere`)]
    this.history = { plan, done: [...done.filter((step) => !before.includes(step)), ...elsewhere, ...after], undone: [] }
    if (this.left.some((step) => before.includes(step))) this.left = after
    void this.analyse()
  }

  /**
   * Goes on with what another page of this build has left when it was closed.
   * @returns whether it did: not where that says otherwise of what was changed here and is not saved yet
   */
  private inherit(left: Unsaved): boolean {
    const inherited = this.queue.inherit(left)
    if (!inherited) {
      // It is asked what becomes of it, as if it had been left by this page.
      if (!this.settled) return false
      const { plan, done } = this.history
      this.resume(left)
      this.history = { ...this.history, done: [...done, stepTo(plan, this.history.plan, 'what another page left')] }
      void this.analyse()
      return true
    }
    const { steps, plan } = inherited
    this.history = { plan, done: [...this.history.done, ...steps], undone: [] }
    this.left = [...this.left, ...steps]
    void this.analyse()
    return true
  }

  get state(): SessionState {
    const { id, history, analysis, working, queue } = this
    return {
      id,
      version: queue.version,
      plan: history.plan,
      analysis,
      working,
      saveState: queue.state,
      problem: this.fault || queue.problem,
      conflict: queue.conflict,
      steps: history.done.length,
      undoLabel: history.done.at(-1)?.label,
      redoLabel: history.undone.at(-1)?.label,
    }
  }

  /** Everything that was done is kept by the server. */
  get settled(): boolean {
    return this.queue.settled
  }

  /** Comes onto the screen: starts to analyse. */
  async attach(): Promise<void> {
    this.disown ??= this.around.shelf.heir(this.id, (left) => this.inherit(left))
    this.analyst ??= this.around.analyst()
    await this.analyse()
    // It will be wanted with the first edit.
    await Promise.resolve(this.around.editCheck()).catch(() => undefined)
  }

  /** Leaves the screen: ends the analysis and saves what there is. Resolves when the server has answered. */
  detach(): Promise<void> {
    this.disown?.()
    this.disown = undefined
    this.analyst?.end()
    this.analyst = undefined
    this.working = false
    return this.queue.flush()
  }

  /**
   * Does an edit; says why when it is none that the server would keep, or does not fit.
   * @param words what it has done, to be told once it is done
   */
  edit(edit: Edit, words?: string): void {
    const check = this.around.editCheck()
    if (typeof check === 'function') this.carryOut(edit, check, words)
    else {
      // Where it cannot be had, since the server is away, the server itself checks the edit once it is back.
      const unchecked: EditCheck = () => {}
      void check.catch(() => unchecked).then((loaded) => this.carryOut(edit, loaded, words))
    }
  }

  private carryOut(edit: Edit, check: EditCheck, words?: string): void {
    let next: History
    try {
      const role = this.around.role()
      if (!mayDo(role, edit)) throw new Error(`as ${role} you may not change this`)
      check(edit)
      next = doEdit(this.history, edit)
    } catch (error) {
      this.around.complain((error as Error).message)
      return
    }
    if (next === this.history) return
    this.history = next
    this.queue.push(next.done.at(-1)!, next.plan)
    void this.analyse()
    if (words) this.around.tellDone(words)
  }

  /** Goes on without a step that the server does not accept, and says so. */
  private without({ step, reason, others, plan }: SetAside): void {
    const { done } = this.history
    const lost = [...others].flatMap(([other, again]) => (again ? [] : [other.label]))
    this.history = {
      plan,
      done: done.flatMap((each) => (each === step ? [] : others.has(each) ? (others.get(each) ?? []) : [each])),
      undone: [],
    }
    const rest = lost.length ? ` What cannot be done without it is taken back too: ${lost.join('; ')}.` : ''
    this.around.complain(`“${step.label}” was not accepted and is taken back: ${reason}. All else is kept.${rest}`)
    void this.analyse()
  }

  undo(): void {
    const step = this.history.done.at(-1)
    if (!step) return
    this.history = undo(this.history)
    this.queue.retract(step, this.history.plan)
    void this.analyse()
  }

  redo(): void {
    const step = this.history.undone.at(-1)
    if (!step) return
    this.history = redo(this.history)
    this.queue.push(step, this.history.plan)
    void this.analyse()
  }

  save(note = ''): Promise<void> {
    return this.queue.flush(note)
  }

  /** Goes on from the version that came in first; one's own can be had back by undo. */
  async settleConflict(choice: 'mine' | 'merge' | 'theirs'): Promise<void> {
    const plan = this.queue.settleConflict(choice)
    if (choice === 'mine') return
    const { format: _format, schema: _schema, ...sections } = plan
    const of = choice === 'theirs' ? 'use theirs' : 'merge with theirs'
    this.history = doEdit(this.history, { type: 'sections.restore', of, sections })
    await this.analyse()
  }

  /**
   * Brings itself up to a version that was saved elsewhere, if there is one and nothing of its own waits
   * to be saved; what it was before can be had back by undo.
   * @param number the version heard of; looked up when missing
   */
  async bringUp(number = Infinity): Promise<void> {
    if (!this.settled || number <= this.queue.version) return
    const saved = await this.around.server.load(this.id)
    if (!this.settled || saved.version <= this.queue.version) return
    const { plan, done } = this.history
    if (!sameValue(plan, saved.plan)) {
      this.history = {
        plan: saved.plan,
        done: [...done, stepTo(plan, saved.plan, `version ${saved.version}, made elsewhere`)],
        undone: [],
      }
      this.around.tell(`Version ${saved.version} was made elsewhere; this is it.`)
    }
    this.queue.follow(saved)
    await this.analyse()
  }

  /** What an edit would lead to, without doing it; undefined when the plan went on meanwhile. */
  async preview(edit: Edit): Promise<Preview | undefined> {
    const { plan } = this.history
    const before = this.analysis?.findings ?? []
    const after = await this.analyst?.preview(applyEdit(plan, edit))
    if (!after || this.history.plan !== plan) return undefined
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
    const { plan } = this.history
    const { analyst } = this
    if (!analyst) return
    this.working = true
    this.around.changed()
    let current = plan
    const isStale = () => this.analyst !== analyst || this.history.plan !== current
    try {
      const answer = await ask(analyst, plan, (first) => {
        if (isStale()) return
        this.take(first)
        current = this.history.plan
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
    const { plan, done } = this.history
    this.analysis = analysis
    if (sameValue(plan.assignment, assignment) && sameValue(plan.supplies, supplies)) return
    const adoption: Edit = { type: 'assignment.adopt', assignment, supplies }
    if (!mayDo(this.around.role(), adoption)) return
    const before = done.at(-1)
    this.history = followUp(this.history, adoption)
    const after = this.history.done.at(-1)!
    if (before) this.queue.extend(before, after, this.history.plan)
    else this.queue.push(after, this.history.plan)
  }
}
