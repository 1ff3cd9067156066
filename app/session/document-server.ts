import type { SavedVersion } from '#contract'
import type { Step } from '#core/editing'

/** A document as it stands in a version. */
export interface Saved<T> {
  version: number
  document: T
}

/** What is sent to be kept: the document, and the edits that lead there from version `base`. */
export interface Saving<T, E> {
  /** The same when it is sent again, so that an answer which was lost makes no second version. */
  saveId: string
  base: number
  document: T
  edits: E[]
  steps: string[]
  /** The ids that the steps have for life: those that came in already, whatever way, are not done again. */
  stepIds: string[]
  author: string
  note: string
}

/** A step that was done, with the document it led to. */
export interface Done<T, E> {
  /** More than one where several steps were made one. */
  ids: string[]
  step: Step<E>
  document: T
}

/** A save under way, and the steps it holds. */
export interface Sending<T, E> {
  saving: Saving<T, E>
  pending: Done<T, E>[]
}

/** All of a document that the server has not acknowledged: enough to go on from where it was left. */
export interface Unsaved<T, E> {
  /** The version that it was done on. */
  version: number
  /** A save of which nobody knows whether it came in. */
  unsure?: Sending<T, E>
  pending: Done<T, E>[]
}

/** What can be undone and redone of a document as it stands in a version. */
export interface Undoable<E> {
  version: number
  done: Step<E>[]
  undone: Step<E>[]
}

/** Keeps what is unsaved in the browser, by document. */
export interface Shelf<T, E> {
  /** Keeps it in the place of what this page kept of the document before; nothing takes that away. */
  keep: (id: string, unsaved: Unsaved<T, E> | undefined) => void
  /**
   * Takes down what a page that is not there any more has left of a document.
   * @param sure what is left stays there until this has come, and for good if that fails
   */
  take: (id: string, sure: Promise<unknown>) => Promise<Unsaved<T, E> | undefined>
  /**
   * Waits for other pages to end that have this document open, and takes down what they have left of it.
   * @param take goes on with it; what it does not stays for who opens the document next
   * @returns what ends the waiting
   */
  heir: (id: string, take: (left: Unsaved<T, E>) => boolean) => () => void
  /** Keeps what this page can undo of a document, for after a reload. */
  remember: (id: string, steps: Undoable<E>) => void
  recall: (id: string) => Promise<Undoable<E> | undefined>
}

/** What a session wants of the server. */
export interface DocumentServer<T, E> {
  load: (id: string) => Promise<Saved<T>>
  /**
   * Keeps a version and gives its number, and whether this very save had come in before.
   * @throws SavedElsewhere when another version came in since `base`, or some of the steps did already
   * @throws NotLedThere when the edits do not lead from `base` to the document
   * @throws StepRefused when one of the edits, or the document that they lead to, is not accepted
   * @throws SaveRefused when it is refused for another reason; any other error leaves open whether it came in
   */
  save: (id: string, saving: Saving<T, E>) => Promise<{ version: number; again: boolean }>
}

/** Another tab or person saved first, or what was sent came in before. */
export class SavedElsewhere<T> extends Error {
  /**
   * @param known those of the steps sent that the server has
   * @param since the ids of all steps that came in since; missing where the server cannot tell
   */
  constructor(
    readonly newest: Saved<T>,
    readonly versions: SavedVersion[],
    readonly known: readonly string[] = [],
    readonly since?: readonly string[],
  ) {
    super(`version ${newest.version} was saved elsewhere first`)
  }
}

/** The server has looked at the save and does not take it; it did not come in. */
export class SaveRefused extends Error {}

/** The server will not have what one of the steps does. */
export class StepRefused extends SaveRefused {}

/** The server came to another document by the edits that were sent. */
export class NotLedThere extends SaveRefused {}
