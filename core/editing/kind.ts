/** A kind of document that is edited: a plan, a definition. `E` is what an edit of it is, as a value. */
export interface DocumentKind<T, E> {
  /**
   * Does an edit; the very same document where it changes nothing.
   * @throws where it does not fit
   */
  apply: (document: T, edit: E) => T
  /** What an edit does to a document, in words. */
  describe: (edit: E, document: T) => string
  /** The edit that takes `to` back to `from`. */
  inverse: (from: T, to: T, label: string) => E
  /** What two documents made from one come to together. */
  merge: (base: T, first: T, second: T) => Merged<T>
}

/** What two documents come to together. */
export interface Merged<T> {
  document: T
  /** They changed nothing of the same place, or the same alike. */
  agreed: boolean
  /** Places that both changed, each otherwise; it is as the first has it there. */
  conflicts: string[]
}
