import { historyOf, sameValue, type DocumentKind, type History, type HistoryOf, type Step } from '#core/editing'
import type { DocumentServer, Saved, Shelf, Undoable, Unsaved } from './document-server'
import { SaveQueue, type Conflict, type SaveState, type SaveSurroundings, type SetAside, type TakenIn } from './save-queue'

export interface DocumentSurroundings<T, E> extends Omit<
  SaveSurroundings<T, E>,
  'server' | 'keep' | 'setAside' | 'takenIn' | 'cameIn'
> {
  server: DocumentServer<T, E>
  shelf: Shelf<T, E>
  /** What tells whether an edit is one that the server would keep, or the promise of it. @throws InputError */
  editCheck: () => EditCheck<E> | Promise<EditCheck<E>>
  /** Why whoever works here may not do an edit; nothing where they may. */
  forbids: (edit: E) => string | undefined
  /** Called with what the user should know. */
  tell: (message: string) => void
  /** Called with what an edit has done, which can be taken back while it is the last step. */
  tellDone: (message: string) => void
  /** Called with why an edit does not fit. */
  complain: (message: string) => void
}

/** @throws InputError naming what an edit must not hold */
export type EditCheck<E> = (edit: E) => void

/** Steps that can still be undone after a reload. */
const mostSteps = 60

/** All that is shown of an opened document, at one moment. */
export interface DocumentState<T, E> {
  readonly id: string
  readonly version: number
  readonly document: T
  /** As the server keeps it. */
  readonly saved: T
  readonly saveState: SaveState
  readonly problem: string
  readonly conflict?: Conflict<T, E>
  /** Steps that can be taken back. */
  readonly steps: number
  readonly undoLabel?: string
  readonly redoLabel?: string
}

/**
 * One opened document with undo and redo, and its saving. It is bound to its id for good; whatever answer comes late
 * reaches no other.
 */
export abstract class DocumentSession<T, E, Around extends DocumentSurroundings<T, E> = DocumentSurroundings<T, E>> {
  protected history: History<T, E>
  protected readonly queue: SaveQueue<T, E>
  protected readonly steps: HistoryOf<T, E>
  /** Ends waiting for what other pages leave. */
  private disown?: () => void
  /** Steps that an earlier page has left, until it is known whether they had come in. */
  private left: Step<E>[] = []

  /**
   * @param called what it is called where the user is told of it, such as "this build"
   * @param isAutomatic what is done is saved soon by itself, and not only when it is asked for */
  constructor(
    readonly id: string,
    saved: Saved<T>,
    kind: DocumentKind<T, E>,
    protected readonly around: Around,
    private readonly called: string,
    isAutomatic: boolean,
  ) {
    this.steps = historyOf(kind)
    this.history = this.steps.startHistory(saved.document)
    const surroundings: SaveSurroundings<T, E> = {
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
    }
    this.queue = new SaveQueue(id, saved, kind, surroundings, isAutomatic)
  }

  /** Called when another document stands in the place of the last. */
  protected abstract changed(): Promise<void>

  /** Goes on from what a page that ended before it could save has left, or from what this page could undo. */
  protected goOn(left: Unsaved<T, E> | undefined, past: Undoable<E> | undefined): void {
    if (left) this.resume(left)
    else if (past?.version === this.queue.version) this.history = { ...this.history, done: past.done, undone: past.undone }
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

  private resume(left: Unsaved<T, E>): void {
    const done = [...(left.unsure?.pending ?? []), ...left.pending]
    const { document } = done.at(-1) ?? { document: left.unsure?.saving.document ?? this.history.document }
    this.history = { document, done: done.map(({ step }) => step), undone: [] }
    this.left = this.history.done
    this.queue.resume(left)
  }

  private notLeft(steps: Step<E>[]): void {
    this.left = this.left.filter((step) => !steps.includes(step))
  }

  /** What an earlier page could not save is told of once it is known that it had not come in. */
  private tellOfLeft(): void {
    if (!this.left.length || ['changed', 'saving'].includes(this.queue.state)) return
    this.sayLeft()
  }

  protected sayLeft(): void {
    if (!this.left.length) return
    const labels = this.left.map(({ label }) => label).join('; ')
    this.around.tell(`Unsaved change of ${this.called} recovered: ${labels}.`)
    this.left = []
  }

  /** Goes on from a version that came in first and asks nothing of the user; undo finds it before one's own steps. */
  private takeIn({ newest, from, known, before, after, document }: TakenIn<T, E>): void {
    this.notLeft(known)
    const { done } = this.history
    const elsewhere = sameValue(from, newest.document)
      ? []
      : [this.steps.stepTo(from, newest.document, `version ${newest.version}, made elsewhere`)]
    this.history = { document, done: [...done.filter((step) => !before.includes(step)), ...elsewhere, ...after], undone: [] }
    if (this.left.some((step) => before.includes(step))) this.left = after
    void this.changed()
  }

  /**
   * Goes on with what another page of this document has left when it was closed.
   * @returns whether it did: not where that says otherwise of what was changed here and is not saved yet
   */
  private inherit(left: Unsaved<T, E>): boolean {
    const inherited = this.queue.inherit(left)
    if (!inherited) {
      // It is asked what becomes of it, as if it had been left by this page.
      if (!this.settled) return false
      const { document, done } = this.history
      this.resume(left)
      const step = this.steps.stepTo(document, this.history.document, 'what another page left')
      this.history = { ...this.history, done: [...done, step] }
      void this.changed()
      return true
    }
    const { steps, document } = inherited
    this.history = { document, done: [...this.history.done, ...steps], undone: [] }
    this.left = [...this.left, ...steps]
    void this.changed()
    return true
  }

  protected get documentState(): DocumentState<T, E> {
    const { id, history, queue } = this
    return {
      id,
      version: queue.version,
      document: history.document,
      saved: queue.savedDocument,
      saveState: queue.state,
      problem: queue.problem,
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

  /** Comes onto the screen. */
  async attach(): Promise<void> {
    this.disown ??= this.around.shelf.heir(this.id, (left) => this.inherit(left))
    await this.changed()
    // It will be wanted with the first edit.
    await Promise.resolve(this.around.editCheck()).catch(() => undefined)
  }

  /** Leaves the screen. */
  protected leave(): void {
    this.disown?.()
    this.disown = undefined
  }

  /**
   * Does an edit; says why when it is none that the server would keep, or does not fit.
   * @param words what it has done, to be told once it is done
   */
  edit(edit: E, words?: string): void {
    const check = this.around.editCheck()
    if (typeof check === 'function') this.carryOut(edit, check, words)
    else {
      // Where it cannot be had, since the server is away, the server itself checks the edit once it is back.
      const unchecked: EditCheck<E> = () => {}
      void check.catch(() => unchecked).then((loaded) => this.carryOut(edit, loaded, words))
    }
  }

  private carryOut(edit: E, check: EditCheck<E>, words?: string): void {
    let next: History<T, E>
    try {
      const forbidden = this.around.forbids(edit)
      if (forbidden) throw new Error(forbidden)
      check(edit)
      next = this.steps.doEdit(this.history, edit)
    } catch (error) {
      this.around.complain((error as Error).message)
      return
    }
    if (next === this.history) return
    this.history = next
    this.queue.push(next.done.at(-1)!, next.document)
    void this.changed()
    if (words) this.around.tellDone(words)
  }

  /** Goes on without a step that the server does not accept, and says so. */
  private without({ step, reason, others, document }: SetAside<T, E>): void {
    const { done } = this.history
    const lost = [...others].flatMap(([other, again]) => (again ? [] : [other.label]))
    this.history = {
      document,
      done: done.flatMap((each) => (each === step ? [] : others.has(each) ? (others.get(each) ?? []) : [each])),
      undone: [],
    }
    const rest = lost.length ? ` What cannot be done without it is taken back too: ${lost.join('; ')}.` : ''
    this.around.complain(`“${step.label}” was not accepted and is taken back: ${reason}. All else is kept.${rest}`)
    void this.changed()
  }

  undo(): void {
    const step = this.history.done.at(-1)
    if (!step) return
    this.history = this.steps.undo(this.history)
    this.queue.retract(step, this.history.document)
    void this.changed()
  }

  redo(): void {
    const step = this.history.undone.at(-1)
    if (!step) return
    this.history = this.steps.redo(this.history)
    this.queue.push(step, this.history.document)
    void this.changed()
  }

  save(note = ''): Promise<void> {
    return this.queue.flush(note)
  }

  /** Goes on from the version that came in first; one's own can be had back by undo. */
  async settleConflict(choice: 'mine' | 'merge' | 'theirs'): Promise<void> {
    const document = this.queue.settleConflict(choice)
    if (choice === 'mine') return
    const { document: mine, done } = this.history
    const step = this.steps.stepTo(mine, document, choice === 'theirs' ? 'use theirs' : 'merge with theirs')
    this.history = { document, done: [...done, step], undone: [] }
    await this.changed()
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
    const { document, done } = this.history
    if (!sameValue(document, saved.document)) {
      const step = this.steps.stepTo(document, saved.document, `version ${saved.version}, made elsewhere`)
      this.history = { document: saved.document, done: [...done, step], undone: [] }
      this.around.tell(`Version ${saved.version} was made elsewhere; this is it.`)
    }
    this.queue.follow(saved)
    await this.changed()
  }
}
