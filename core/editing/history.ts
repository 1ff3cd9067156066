import type { DocumentKind } from './kind'

/** What was done at once, and is taken back at once. */
export interface Step<E> {
  label: string
  /** What was done, in order; more than one where the engine's answer belongs to the user's edit. */
  edits: E[]
  undo: E
}

/** A document with all that was done to it and can be undone or redone. Immutable. */
export interface History<T, E> {
  document: T
  done: Step<E>[]
  undone: Step<E>[]
}

/** Steps made on another version, done on this one as far as they fit. */
export interface Rebase<T, E> {
  document: T
  applied: Step<E>[]
  refused: { label: string; reason: string }[]
}

/** What can be done to the history of a kind of document. */
export interface HistoryOf<T, E> {
  /** A history that starts at a document. */
  startHistory: (document: T) => History<T, E>
  /** @throws where the edit does not fit */
  doEdit: (history: History<T, E>, edit: E) => History<T, E>
  /** Adds an edit to the last step, so that one undo takes back both. Used for the engine's answer to what the user did. */
  followUp: (history: History<T, E>, edit: E) => History<T, E>
  /** Takes back the last step; the history itself when there is none. */
  undo: (history: History<T, E>) => History<T, E>
  /** Does the last undone step again. */
  redo: (history: History<T, E>) => History<T, E>
  /** Applies steps made on another version to this document; what does not fit is told, not lost. */
  rebase: (onto: T, steps: Step<E>[]) => Rebase<T, E>
  /** One step that takes a document to another, whatever lies between them. */
  stepTo: (from: T, to: T, label: string) => Step<E>
}

/** Doing, taking back and doing again, for documents of one kind. */
export function historyOf<T, E>({ apply, describe, inverse }: DocumentKind<T, E>): HistoryOf<T, E> {
  const startHistory = (document: T): History<T, E> => ({ document, done: [], undone: [] })

  function doEdit(history: History<T, E>, edit: E): History<T, E> {
    const document = apply(history.document, edit)
    if (document === history.document) return history
    const label = describe(edit, history.document)
    const step = { label, edits: [edit], undo: inverse(history.document, document, label) }
    return { document, done: [...history.done, step], undone: [] }
  }

  function followUp(history: History<T, E>, edit: E): History<T, E> {
    const last = history.done.at(-1)
    if (!last) return doEdit(history, edit)
    const document = apply(history.document, edit)
    if (document === history.document) return history
    const before = apply(history.document, last.undo)
    const step = { ...last, edits: [...last.edits, edit], undo: inverse(before, document, last.label) }
    return { ...history, document, done: [...history.done.slice(0, -1), step] }
  }

  function undo(history: History<T, E>): History<T, E> {
    const step = history.done.at(-1)
    if (!step) return history
    return { document: apply(history.document, step.undo), done: history.done.slice(0, -1), undone: [...history.undone, step] }
  }

  function redo(history: History<T, E>): History<T, E> {
    const step = history.undone.at(-1)
    if (!step) return history
    const document = step.edits.reduce(apply, history.document)
    return { document, done: [...history.done, step], undone: history.undone.slice(0, -1) }
  }

  function rebase(onto: T, steps: Step<E>[]): Rebase<T, E> {
    const result: Rebase<T, E> = { document: onto, applied: [], refused: [] }
    for (const step of steps) {
      try {
        result.document = step.edits.reduce(apply, result.document)
        result.applied.push(step)
      } catch (error) {
        result.refused.push({ label: step.label, reason: (error as Error).message })
      }
    }
    return result
  }

  const stepTo = (from: T, to: T, label: string): Step<E> => ({
    label,
    edits: [inverse(to, from, label)],
    undo: inverse(from, to, label),
  })

  return { startHistory, doEdit, followUp, undo, redo, rebase, stepTo }
}
