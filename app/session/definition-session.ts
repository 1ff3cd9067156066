import { definitionKind, type DefinitionEdit, type EditableDefinition } from '#core/catalogue'
import type { Saved } from './document-server'
import { DocumentSession, type DocumentState, type DocumentSurroundings } from './document-session'

type Around = DocumentSurroundings<EditableDefinition, DefinitionEdit>

/**
 * One opened definition. What is done to it is saved when that is asked for: half of a part is no part; until then the
 * browser keeps it.
 */
export class DefinitionSession extends DocumentSession<EditableDefinition, DefinitionEdit> {
  constructor(id: string, saved: Saved<EditableDefinition>, around: Around) {
    super(id, saved, definitionKind, around, 'this definition', false)
  }

  /** Opens a definition, and goes on from what a page that ended before it was saved has left of it. */
  static async open(id: string, around: Around): Promise<DefinitionSession> {
    const loading = around.server.load(id)
    const [saved, left, past] = await Promise.all([loading, around.shelf.take(id, loading), around.shelf.recall(id)])
    const session = new DefinitionSession(id, { ...saved, version: left?.version ?? saved.version }, around)
    // Shipped ones have no versions by which steps could be told to belong to this one.
    session.goOn(left, saved.version ? past : undefined)
    session.sayLeft()
    return session
  }

  get state(): DocumentState<EditableDefinition, DefinitionEdit> {
    return this.documentState
  }

  /** Leaves the screen; what is not saved is dropped where `drop` says so, else it waits in the browser. */
  detach(drop: boolean): void {
    this.leave()
    if (drop) this.around.shelf.keep(this.id, undefined)
  }

  protected changed(): Promise<void> {
    this.around.changed()
    return Promise.resolve()
  }
}
