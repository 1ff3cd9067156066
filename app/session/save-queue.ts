import { applyEdit, mergePlans, rebase, sameValue, stepTo, type Plan, type Rebase, type Step } from '#core/plan'
import {
  NotLedThere,
  SavedElsewhere,
  SaveRefused,
  StepRefused,
  type BuildServer,
  type Done,
  type Saved,
  type SavedVersion,
  type Saving,
  type Sending,
  type Unsaved,
} from './build-server'

export type SaveState = 'saved' | 'changed' | 'saving' | 'conflict' | 'failed'

/** Another version that came in first, and what becomes of one's own steps on it. */
export interface Conflict {
  newest: number
  theirs: Plan
  versions: SavedVersion[]
  merged: Rebase
}

/** A step that the server did not accept, taken out of those that wait; the others as they are without it. */
export interface SetAside {
  step: Step
  reason: string
  /** The steps that waited with it, each with what has become of it; nothing when it cannot be done without the refused one. */
  others: Map<Step, Step | undefined>
  plan: Plan
}

/** What came in first was one's own, or leaves one's own steps as they are: it is taken in, and they go on top of it. */
export interface TakenIn {
  newest: Saved
  /** The plan that the steps which are still to be saved were done on. */
  from: Plan
  /** Steps that had come in. */
  known: Step[]
  /** Steps that are still to be saved, as they were, and as they are on top of the newest version. */
  before: Step[]
  after: Step[]
  plan: Plan
}

export interface SaveSurroundings {
  server: Pick<BuildServer, 'save'>
  /** Keeps what is unsaved where it outlasts the page; called after each change. */
  keep: (id: string, unsaved: Unsaved | undefined) => void
  author: () => string
  newId: () => string
  /** An id for a step, and whether one was done in this browser. */
  newStepId: () => string
  isOwnStep: (id: string) => boolean
  /** Runs something later; gives what takes it back. */
  later: (run: () => void, milliseconds: number) => () => void
  /** Called after each change of state. */
  changed: () => void
  /** Called when a step was taken out because the server does not accept it. */
  setAside: (aside: SetAside) => void
  /** Called when steps turn out to have come in before. */
  cameIn: (steps: Step[]) => void
  /** Called when what came in first was taken in. */
  takenIn: (taken: TakenIn) => void
}

/** Milliseconds from an edit to its saving, and from a failure to the next try. */
const pause = 700
const untilRetry = 5000

/** Saves of one build, one after another: never two at a time, each on the version that the one before made. */
export class SaveQueue {
  state: SaveState = 'saved'
  problem = ''
  conflict?: Conflict
  /** Steps not yet sent, each with the plan it led to. */
  private pending: Done[] = []
  /** The plan that is on its way, and the sending of it. */
  private sending?: Sending & { done: Promise<void> }
  private note = ''
  /** A save of which nobody knows whether it came in: it is sent again as it was, before anything else. */
  private unsure?: Sending
  private takeBack?: () => void
  /** One step at a time, to find the one that is not accepted. */
  private alone = false

  constructor(
    private readonly id: string,
    private saved: Saved,
    private readonly around: SaveSurroundings,
  ) {}

  get version(): number {
    return this.saved.version
  }

  /** Everything is kept by the server. */
  get settled(): boolean {
    return !this.pending.length && !this.sending && !this.conflict && !this.unsure
  }

  /** The plan as it will be kept. */
  private get plan(): Plan {
    return this.pending.at(-1)?.plan ?? this.sending?.saving.plan ?? this.unsure?.saving.plan ?? this.saved.plan
  }

  /** What the server has not acknowledged. */
  get unsaved(): Unsaved | undefined {
    if (this.settled) return undefined
    const { sending, unsure, pending } = this
    const under = sending ?? unsure
    return { version: this.version, ...(under ? { unsure: { saving: under.saving, pending: under.pending } } : {}), pending }
  }

  /** Goes on from a version that was saved elsewhere; only where nothing waits to be saved. */
  follow(saved: Saved): void {
    this.saved = saved
    this.become('saved')
  }

  /** Goes on from what an earlier page has left. */
  resume({ version, unsure, pending }: Unsaved): void {
    this.saved = { ...this.saved, version }
    const named = (done: Done) => this.named(done)
    if (unsure)
      this.unsure = { saving: { ...unsure.saving, stepIds: unsure.saving.stepIds ?? [] }, pending: unsure.pending.map(named) }
    this.pending = pending.map(named)
    this.soon(0)
  }

  /** What an earlier program has left has no ids yet. */
  private named(done: Done): Done {
    return { ...done, ids: done.ids ?? [this.around.newStepId()] }
  }

  /** Takes a step that led to a plan, to be saved soon. */
  push(step: Step, plan: Plan, ids = [this.around.newStepId()]): void {
    this.pending.push({ ids, step, plan })
    this.soon()
  }

  /** Takes a longer step in the place of the last; as one of its own where the last is on its way already. */
  extend(before: Step, after: Step, plan: Plan): void {
    const last = this.pending.at(-1)
    if (last?.step === before) {
      this.pending.pop()
      this.push(after, plan, last.ids)
    } else this.push(stepTo(this.plan, plan, after.label), plan)
  }

  /** Takes a step back that was not sent yet, or takes its undoing as another step. */
  retract(step: Step, plan: Plan): void {
    if (this.pending.at(-1)?.step === step) {
      this.pending.pop()
      this.soon()
    } else {
      this.push({ label: `Undo: ${step.label}`, edits: [step.undo], undo: step.undo }, plan)
    }
  }

  /** Saves what there is to save now, with a note where given; resolves when the server has answered for all of it. */
  async flush(note = ''): Promise<void> {
    this.takeBack?.()
    this.takeBack = undefined
    this.note ||= note
    while (this.sending) await this.sending.done
    if (this.conflict) return
    if (!this.pending.length && !this.note && !this.unsure) {
      this.problem = ''
      if (this.state === 'changed') this.become('saved')
      return
    }
    await this.send()
    if (this.state === 'changed') await this.flush()
  }

  private send(): Promise<void> {
    const { saving, pending } = this.unsure ?? this.compose()
    const { plan, note } = saving
    const done = this.around.server.save(this.id, saving).then(
      ({ version, again }) => {
        this.sending = undefined
        if (again) this.around.cameIn(pending.map(({ step }) => step))
        this.unsure = undefined
        this.saved = { version, plan }
        this.problem = ''
        this.alone &&= this.pending.length > 0
        this.become(this.pending.length || this.note ? 'changed' : 'saved')
      },
      (error: Error) => {
        this.sending = undefined
        if (error instanceof SavedElsewhere || error instanceof SaveRefused) {
          this.unsure = undefined
          this.pending = [...pending, ...this.pending]
          this.note ||= note
        } else {
          this.unsure = { saving, pending }
        }
        this.fail(error)
      },
    )
    this.sending = { saving, pending, done }
    this.become('saving')
    return done
  }

  /** What there is to save, taken off the queue. */
  private compose(): Sending {
    const pending = this.alone ? this.pending.slice(0, 1) : this.pending
    const plan = pending.at(-1)?.plan ?? this.plan
    const { note } = this
    this.pending = this.pending.slice(pending.length)
    this.note = ''
    const saving: Saving = {
      saveId: this.around.newId(),
      base: this.saved.version,
      plan,
      edits: pending.flatMap(({ step }) => step.edits),
      steps: pending.map(({ step }) => step.label),
      stepIds: pending.flatMap(({ ids }) => ids),
      author: this.around.author(),
      note,
    }
    return { saving, pending }
  }

  private fail(error: Error): void {
    if (error instanceof SavedElsewhere) {
      if (this.takeIn(error)) return
      const { newest, versions } = error
      const mine = this.pending.map(({ step }) => step)
      this.conflict = {
        newest: newest.version,
        theirs: newest.plan,
        versions: versions.filter(({ number }) => number > this.version),
        merged: rebase(newest.plan, mine),
      }
      this.become('conflict')
      return
    }
    if (error instanceof StepRefused && this.pending.length) {
      // Nobody has asked for one of them to be kept with the rest: it is looked for, named and taken out.
      if (this.pending.length === 1 || this.alone) this.putAside(error.message)
      else this.alone = true
      this.become('changed')
      this.takeBack = this.around.later(() => void this.flush(), 0)
      return
    }
    // What was done does not replay: what it came to is sent as one step instead, so that nothing is lost.
    const fold = error instanceof NotLedThere && this.pending.length > 1
    if (fold) this.fold(this.pending.map(({ step }) => step.label).join('; '))
    this.problem = `not saved: ${error.message}`
    this.become('failed')
    this.takeBack = this.around.later(() => void this.flush(), fold ? 0 : untilRetry)
  }

  /**
   * Goes on from what came in first without asking, where all of one's own is in it, or where it is of this browser
   * and says nothing else of what one's own steps changed. Steps that came in are taken off in any case.
   */
  private takeIn({ newest, known, since }: SavedElsewhere): boolean {
    const isKnown = ({ ids }: Done) => ids.length > 0 && ids.every((id) => known.includes(id))
    const came = this.pending.filter(isKnown)
    const rest = this.pending.filter((done) => !isKnown(done))
    const from = rest.length ? planBefore(rest) : this.plan
    const top = onTop(newest.plan, rest)
    const own = since?.every((id) => this.around.isOwnStep(id)) ?? false
    this.pending = rest
    if (rest.length && !(own && top.agreed)) return false
    this.saved = newest
    this.pending = top.waiting
    this.problem = ''
    this.around.takenIn({
      newest,
      from,
      known: came.map(({ step }) => step),
      before: rest.map(({ step }) => step),
      after: top.waiting.map(({ step }) => step),
      plan: top.plan,
    })
    this.become(this.pending.length || this.note ? 'changed' : 'saved')
    return true
  }

  /** Takes out the first step, and does those after it anew as if it had not been. */
  private putAside(reason: string): void {
    const [first, ...rest] = this.pending
    const others = new Map<Step, Step | undefined>()
    let { plan } = this.saved
    this.pending = []
    for (const { ids, step } of rest) {
      const { applied, plan: next } = rebase(plan, [step])
      const again = applied.length ? { ...step, undo: stepTo(plan, next, step.label).undo } : undefined
      others.set(step, again)
      if (again) this.pending.push({ ids, step: again, plan: (plan = next) })
    }
    this.around.setAside({ step: first!.step, reason, others, plan })
  }

  /** All that is pending as one step from the saved version. */
  private fold(label: string): void {
    const { plan } = this
    this.pending = [{ ids: this.pending.flatMap(({ ids }) => ids), step: stepTo(this.saved.plan, plan, label), plan }]
  }

  /**
   * Goes on from the version that came in first: with one's own plan as the next
   * version, with one's own steps as far as they fit on theirs, or with theirs.
   * @returns the plan to go on from
   */
  settleConflict(choice: 'mine' | 'merge' | 'theirs'): Plan {
    const { newest, theirs } = this.conflict!
    const mine = this.plan
    const waiting = this.pending
    const labels = waiting.map(({ step }) => step.label).join('; ')
    this.saved = { version: newest, plan: theirs }
    this.conflict = undefined
    this.pending = []
    const all = waiting.flatMap(({ ids }) => ids)
    if (choice === 'mine') this.push(stepTo(theirs, mine, `Keep mine over version ${newest}: ${labels}`), mine, all)
    else if (choice === 'merge') this.pending = onTop(theirs, waiting).waiting
    if (this.pending.length) this.soon()
    else this.become('saved')
    return this.plan
  }

  /**
   * Takes what a page that is gone has left of this build, on top of what was done here, to be saved with it.
   * @returns the steps and what they come to; nothing where it says otherwise of what was changed here
   */
  inherit({ unsure, pending }: Unsaved): { steps: Step[]; plan: Plan } | undefined {
    const left = [...(unsure?.pending ?? []), ...pending].map((done) => this.named(done))
    const { waiting, plan, agreed } = onTop(this.plan, left)
    if (!agreed || this.conflict) return undefined
    this.pending.push(...waiting)
    this.note ||= unsure?.saving.note ?? ''
    if (waiting.length) this.soon(0)
    return { steps: waiting.map(({ step }) => step), plan }
  }

  private soon(milliseconds = pause): void {
    this.takeBack?.()
    this.takeBack = this.around.later(() => void this.flush(), milliseconds)
    if (!this.sending && !this.conflict) this.become('changed')
    else this.told()
  }

  private become(state: SaveState): void {
    this.state = state
    this.told()
  }

  private told(): void {
    this.around.keep(this.id, this.unsaved)
    this.around.changed()
  }
}

/** The plan that steps waiting to be saved were done on. */
function planBefore([first]: Done[]): Plan {
  return applyEdit(first!.plan, first!.step.undo)
}

/**
 * Steps on top of another plan than they were done on: each by itself where that comes to what both did, else as one
 * step that does, so that an edit of a whole section puts nothing back that only the other changed in it.
 * @returns with whether the two agree: they changed nothing of the same place, and every step fits
 */
function onTop(theirs: Plan, steps: Done[]): { waiting: Done[]; plan: Plan; agreed: boolean } {
  if (!steps.length) return { waiting: [], plan: theirs, agreed: true }
  const { applied, refused, plan } = rebase(
    theirs,
    steps.map(({ step }) => step),
  )
  const both = mergePlans(planBefore(steps), steps.at(-1)!.plan, theirs)
  const agreed = both.agreed && !refused.length
  if (!refused.length && !sameValue(plan, both.plan)) {
    const label = [...new Set(steps.map(({ step }) => step.label))].join('; ')
    const whole = { ids: steps.flatMap(({ ids }) => ids), step: stepTo(theirs, both.plan, label), plan: both.plan }
    return { waiting: [whole], plan: both.plan, agreed }
  }
  let at = theirs
  const waiting = steps
    .filter(({ step }) => applied.includes(step))
    .map(({ ids, step }): Done => {
      const next = rebase(at, [step]).plan
      const again = { ...step, undo: stepTo(at, next, step.label).undo }
      return { ids, step: again, plan: (at = next) }
    })
  return { waiting, plan, agreed }
}
