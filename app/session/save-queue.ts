import { historyOf, sameValue, type DocumentKind, type HistoryOf, type Rebase, type Step } from '#core/editing'
import type { SavedVersion } from '#contract'
import {
  NotLedThere,
  SavedElsewhere,
  SaveRefused,
  StepRefused,
  type DocumentServer,
  type Done,
  type Saved,
  type Saving,
  type Sending,
  type Unsaved,
} from './document-server'

export type SaveState = 'saved' | 'changed' | 'saving' | 'conflict' | 'failed'

/** Another version that came in first, and what becomes of one's own steps on it. */
export interface Conflict<T, E> {
  newest: number
  theirs: T
  versions: SavedVersion[]
  merged: Rebase<T, E>
  /** Places that both changed, each otherwise. */
  places: string[]
}

/** A step that the server did not accept, taken out of those that wait; the others as they are without it. */
export interface SetAside<T, E> {
  step: Step<E>
  reason: string
  /** The steps that waited with it, each with what has become of it; nothing when it cannot be done without the refused one. */
  others: Map<Step<E>, Step<E> | undefined>
  document: T
}

/** What came in first was one's own, or leaves one's own steps as they are: it is taken in, and they go on top of it. */
export interface TakenIn<T, E> {
  newest: Saved<T>
  /** The document that the steps which are still to be saved were done on. */
  from: T
  /** Steps that had come in. */
  known: Step<E>[]
  /** Steps that are still to be saved, as they were, and as they are on top of the newest version. */
  before: Step<E>[]
  after: Step<E>[]
  document: T
}

export interface SaveSurroundings<T, E> {
  server: Pick<DocumentServer<T, E>, 'save'>
  /** Keeps what is unsaved where it outlasts the page; called after each change. */
  keep: (id: string, unsaved: Unsaved<T, E> | undefined) => void
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
  setAside: (aside: SetAside<T, E>) => void
  /** Called when steps turn out to have come in before. */
  cameIn: (steps: Step<E>[]) => void
  /** Called when what came in first was taken in. */
  takenIn: (taken: TakenIn<T, E>) => void
}

/** Milliseconds from an edit to its saving, and from a failure to the next try. */
const pause = 700
const untilRetry = 5000

/** Saves of one document, one after another: never two at a time, each on the version that the one before made. */
export class SaveQueue<T, E> {
  state: SaveState = 'saved'
  problem = ''
  conflict?: Conflict<T, E>
  /** Steps not yet sent, each with the document it led to. */
  private pending: Done<T, E>[] = []
  /** The document that is on its way, and the sending of it. */
  private sending?: Sending<T, E> & { done: Promise<void> }
  private note = ''
  /** A save of which nobody knows whether it came in: it is sent again as it was, before anything else. */
  private unsure?: Sending<T, E>
  private takeBack?: () => void
  /** One step at a time, to find the one that is not accepted. */
  private alone = false

  private readonly steps: HistoryOf<T, E>

  /** @param isAutomatic what is done is sent soon by itself, and not only when it is asked for */
  constructor(
    private readonly id: string,
    private saved: Saved<T>,
    private readonly kind: DocumentKind<T, E>,
    private readonly around: SaveSurroundings<T, E>,
    private readonly isAutomatic = true,
  ) {
    this.steps = historyOf(kind)
  }

  get version(): number {
    return this.saved.version
  }

  /** The document as the server keeps it. */
  get savedDocument(): T {
    return this.saved.document
  }

  /** Everything is kept by the server. */
  get settled(): boolean {
    return !this.pending.length && !this.sending && !this.conflict && !this.unsure
  }

  /** The document as it will be kept. */
  private get document(): T {
    return this.pending.at(-1)?.document ?? this.sending?.saving.document ?? this.unsure?.saving.document ?? this.saved.document
  }

  /** What the server has not acknowledged. */
  get unsaved(): Unsaved<T, E> | undefined {
    if (this.settled) return undefined
    const { sending, unsure, pending } = this
    const under = sending ?? unsure
    return { version: this.version, ...(under ? { unsure: { saving: under.saving, pending: under.pending } } : {}), pending }
  }

  /** Goes on from a version that was saved elsewhere; only where nothing waits to be saved. */
  follow(saved: Saved<T>): void {
    this.saved = saved
    this.become('saved')
  }

  /** Goes on from what an earlier page has left. */
  resume({ version, unsure, pending }: Unsaved<T, E>): void {
    this.saved = { ...this.saved, version }
    const named = (done: Done<T, E>) => this.named(done)
    if (unsure)
      this.unsure = { saving: { ...unsure.saving, stepIds: unsure.saving.stepIds ?? [] }, pending: unsure.pending.map(named) }
    this.pending = pending.map(named)
    this.soon(0)
  }

  /** What an earlier program has left has no ids yet. */
  private named(done: Done<T, E>): Done<T, E> {
    return { ...done, ids: done.ids ?? [this.around.newStepId()] }
  }

  /** Takes a step that led to a document, to be saved soon. */
  push(step: Step<E>, document: T, ids = [this.around.newStepId()]): void {
    this.pending.push({ ids, step, document })
    this.soon()
  }

  /** Takes a longer step in the place of the last; as one of its own where the last is on its way already. */
  extend(before: Step<E>, after: Step<E>, document: T): void {
    const last = this.pending.at(-1)
    if (last?.step === before) {
      this.pending.pop()
      this.push(after, document, last.ids)
    } else this.push(this.steps.stepTo(this.document, document, after.label), document)
  }

  /** Takes a step back that was not sent yet, or takes its undoing as another step. */
  retract(step: Step<E>, document: T): void {
    if (this.pending.at(-1)?.step === step) {
      this.pending.pop()
      this.soon()
    } else {
      this.push({ label: `Undo: ${step.label}`, edits: [step.undo], undo: step.undo }, document)
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
    const { document, note } = saving
    const done = this.around.server.save(this.id, saving).then(
      ({ version, again }) => {
        this.sending = undefined
        if (again) this.around.cameIn(pending.map(({ step }) => step))
        this.unsure = undefined
        this.saved = { version, document }
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
  private compose(): Sending<T, E> {
    const pending = this.alone ? this.pending.slice(0, 1) : this.pending
    const document = pending.at(-1)?.document ?? this.document
    const { note } = this
    this.pending = this.pending.slice(pending.length)
    this.note = ''
    const saving: Saving<T, E> = {
      saveId: this.around.newId(),
      base: this.saved.version,
      document,
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
        theirs: newest.document,
        versions: versions.filter(({ number }) => number > this.version),
        merged: this.steps.rebase(newest.document, mine),
        places: this.kind.merge(this.before(this.pending), this.document, newest.document).conflicts,
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
    if (this.isAutomatic) this.takeBack = this.around.later(() => void this.flush(), fold ? 0 : untilRetry)
  }

  /**
   * Goes on from what came in first without asking, where all of one's own is in it, or where it is of this browser
   * and says nothing else of what one's own steps changed. Steps that came in are taken off in any case.
   */
  private takeIn({ newest, known, since }: SavedElsewhere<T>): boolean {
    const isKnown = ({ ids }: Done<T, E>) => ids.length > 0 && ids.every((id) => known.includes(id))
    const came = this.pending.filter(isKnown)
    const rest = this.pending.filter((done) => !isKnown(done))
    const from = rest.length ? this.before(rest) : this.document
    const top = this.onTop(newest.document, rest)
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
      document: top.document,
    })
    this.become(this.pending.length || this.note ? 'changed' : 'saved')
    return true
  }

  /** Takes out the first step, and does those after it anew as if it had not been. */
  private putAside(reason: string): void {
    const [first, ...rest] = this.pending
    const others = new Map<Step<E>, Step<E> | undefined>()
    let { document } = this.saved
    this.pending = []
    for (const { ids, step } of rest) {
      const { applied, document: next } = this.steps.rebase(document, [step])
      const again = applied.length ? { ...step, undo: this.steps.stepTo(document, next, step.label).undo } : undefined
      others.set(step, again)
      if (again) this.pending.push({ ids, step: again, document: (document = next) })
    }
    this.around.setAside({ step: first!.step, reason, others, document })
  }

  /** All that is pending as one step from the saved version. */
  private fold(label: string): void {
    const { document } = this
    const step = this.steps.stepTo(this.saved.document, document, label)
    this.pending = [{ ids: this.pending.flatMap(({ ids }) => ids), step, document }]
  }

  /**
   * Goes on from the version that came in first: with one's own as the next
   * version, with one's own steps as far as they fit on theirs, or with theirs.
   * @returns the document to go on from
   */
  settleConflict(choice: 'mine' | 'merge' | 'theirs'): T {
    const { newest, theirs } = this.conflict!
    const mine = this.document
    const waiting = this.pending
    const labels = waiting.map(({ step }) => step.label).join('; ')
    this.saved = { version: newest, document: theirs }
    this.conflict = undefined
    this.pending = []
    const all = waiting.flatMap(({ ids }) => ids)
    if (choice === 'mine') {
      const step = this.steps.stepTo(theirs, mine, `Keep mine over version ${newest}: ${labels}`)
      this.push(step, mine, all)
    } else if (choice === 'merge') this.pending = this.onTop(theirs, waiting).waiting
    if (this.pending.length) this.soon()
    else this.become('saved')
    return this.document
  }

  /**
   * Takes what a page that is gone has left of this build, on top of what was done here, to be saved with it.
   * @returns the steps and what they come to; nothing where it says otherwise of what was changed here
   */
  inherit({ unsure, pending }: Unsaved<T, E>): { steps: Step<E>[]; document: T } | undefined {
    const left = [...(unsure?.pending ?? []), ...pending].map((done) => this.named(done))
    const { waiting, document, agreed } = this.onTop(this.document, left)
    if (!agreed || this.conflict) return undefined
    this.pending.push(...waiting)
    this.note ||= unsure?.saving.note ?? ''
    if (waiting.length) this.soon(0)
    return { steps: waiting.map(({ step }) => step), document }
  }

  private soon(milliseconds = pause): void {
    this.takeBack?.()
    if (this.isAutomatic) this.takeBack = this.around.later(() => void this.flush(), milliseconds)
    else if (this.settled) return this.become('saved')
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

  /** The document that steps waiting to be saved were done on. */
  private before([first]: Done<T, E>[]): T {
    return this.kind.apply(first!.document, first!.step.undo)
  }

  /**
   * Steps on top of another document than they were done on: each by itself where that comes to what both did, else as one
   * step that does, so that an edit of a whole section puts nothing back that only the other changed in it.
   * @returns with whether the two agree: they changed nothing of the same place, and every step fits
   */
  private onTop(theirs: T, steps: Done<T, E>[]): { waiting: Done<T, E>[]; document: T; agreed: boolean } {
    if (!steps.length) return { waiting: [], document: theirs, agreed: true }
    const { rebase, stepTo } = this.steps
    const { applied, refused, document } = rebase(
      theirs,
      steps.map(({ step }) => step),
    )
    const both = this.kind.merge(this.before(steps), steps.at(-1)!.document, theirs)
    const agreed = both.agreed && !refused.length
    if (!refused.length && !sameValue(document, both.document)) {
      const label = [...new Set(steps.map(({ step }) => step.label))].join('; ')
      const ids = steps.flatMap((done) => done.ids)
      const whole = { ids, step: stepTo(theirs, both.document, label), document: both.document }
      return { waiting: [whole], document: both.document, agreed }
    }
    let at = theirs
    const waiting = steps
      .filter(({ step }) => applied.includes(step))
      .map(({ ids, step }): Done<T, E> => {
        const next = rebase(at, [step]).document
        const again = { ...step, undo: stepTo(at, next, step.label).undo }
        return { ids, step: again, document: (at = next) }
      })
    return { waiting, document, agreed }
  }
}
