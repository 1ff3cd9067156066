/**
 * What page and server have agreed on: every route with what it takes and answers. The page calls by it, the server's
 * handlers and its table of who may ask are typed by it. What a body and a query have to be stands beside it, in validators.
 */
import type { PaperPart } from '#core/documents'
import type { Brief } from '#core/engine'
import type { Arrangement, Layers } from '#core/harness'
import type { Edit, Plan, Role } from '#core/plan'
import type { Definition, Library } from '#core/schema'
import type { BoardState, LedgerRow } from '#core/settings'

/** Whether the data can be read and written, and what is wrong with them. */
export interface Health {
  ready: boolean
  writable: boolean
  trouble?: { kind: string; message: string; todo: string }
}

/** Who is asking. */
export interface Entered {
  /** Whether this server asks for a passphrase at all. */
  needed: boolean
  role?: Role
  /** What versions are signed with, where a passphrase is asked for. */
  author?: string
  /** The simulated board that was started beside this server. */
  simulated?: { board: string; port: number }
}

/** What the list of builds shows of one. */
export interface BuildSummary {
  id: string
  name: string
  version: number
  createdAt: string
  updatedAt: string
  removed: boolean
  tags: string[]
  /** What it shows of itself in a list: of the newest version that was looked at so far. */
  brief?: Brief
  /** The newest version cannot be read. */
  unreadable: boolean
}

/** The ways in which a list of builds is ordered. */
export const buildOrders = ['made', 'made-down', 'name', 'name-down', 'saved', 'saved-down', 'version', 'version-down'] as const
export type BuildOrder = (typeof buildOrders)[number]

/** A page of the list of builds. */
export interface BuildPage {
  builds: BuildSummary[]
  /** All that the search found. */
  count: number
}

/** What is asked of a long list, newest first: so many, below a number. */
export interface PageAsked {
  below?: number
  limit?: number
}

/** A version of a build as others see it. */
export interface SavedVersion {
  number: number
  savedAt: string
  author: string
  note: string
  steps: string[]
}

/** A version of a definition of the user's own. */
export interface DefinitionVersion {
  number: number
  savedAt: string
  author: string
  note: string
  /** It was taken away with this version. */
  gone: boolean
}

/** A new version of a build, made on version `base`. */
export interface BuildSave {
  base: number
  plan: Plan
  /** What leads here from the version before. */
  edits: Edit[]
  steps: string[]
  author: string
  note: string
  /** Given by the sender: the same save sent again makes no other version. */
  saveId?: string
  /** The id that each step has for life, given where it was done: one that came in already is not done again. */
  stepIds?: string[]
}

/** Another version came in first, or some of the steps are in already. */
export interface StaleBuild {
  newest: number
  plan: Plan
  versions: SavedVersion[]
  known: string[]
  /** Ids of all steps that came in since; missing where that cannot be told. */
  since?: string[]
}

/** A definition was saved first by somebody else. */
export interface StaleDefinition {
  newest: number
  /** Missing when it was taken away. */
  definition?: Definition
  author: string
}

/** What names a definition. */
export interface DefinitionName {
  kind: Definition['kind']
  id: string
  name: string
}

/** A definition that is there already, and in what a file says otherwise. */
export interface Replaced extends DefinitionName {
  differences: { path: string; now: string; then: string }[]
}

/** A definition that is stored and cannot be read. */
export interface UnreadableDefinition {
  kind: string
  id: string
  message: string
}

export type Catalogue = Library & {
  /** By kind and id: whose it is, and its version; 0 when it is shipped. */
  standing: Record<string, { origin: 'shipped' | 'own'; version: number }>
  unreadable: UnreadableDefinition[]
}

/** A template or module that is kept, as a list shows it. */
export interface Collected {
  id: string
  name: string
  version: number
  updatedAt: string
}

export interface Backup {
  name: string
  /** When it was made, ISO 8601. */
  at: string
  bytes: number
  /** Made by the program, and taken away by its rule; others stay. */
  automatic: boolean
}

/** What is to be on paper, and how. */
export interface PapersAsked {
  plan: Plan
  parts: PaperPart[]
  paper: 'A4' | 'A3'
  /** Of the drawing. */
  layers: Layers
  blackAndWhite?: boolean
  /** Which device stands where on the drawing; worked out when missing. */
  arrangement?: Arrangement
  /** Number of the saved version; missing for a plan that was not saved. */
  version?: number
}

/** What a board is asked about, and where it answers. */
export interface BoardAsked {
  plan: Plan
  port: number
  backup?: BoardState
}

/** Something that happened on the way, in words; a backup with what it holds. */
export interface BoardEvent {
  at: 'backup' | 'set' | 'save' | 'restart' | 'again' | 'read' | 'rescue' | 'erase' | 'restore'
  text: string
  backup?: BoardState
}

/** One line of an answer that comes as the work goes on. */
export type WorkLine<T> = { event: BoardEvent } | { done: T } | { failed: { message: string; loops: boolean } }

/** Every route: what its query and body hold, and what it answers; what it answers with 409 where somebody else came first. */
export interface Routes {
  'GET /api/health': { answer: Health }
  'GET /api/session': { answer: Entered }
  'POST /api/session': { body: { passphrase: string; name: string }; answer: Entered }
  'DELETE /api/session': { answer: Entered }

  'GET /api/builds': {
    query: { search?: string; limit?: number; offset?: number; order?: BuildOrder }
    answer: BuildPage
  }
  'POST /api/builds': {
    body: { name?: string; board?: string; file?: string; copy?: string; author?: string }
    answer: { id: string }
  }
  'GET /api/builds/:id': { answer: { build: BuildSummary; plan: Plan } }
  // Where all of the steps are in already, what there is is no conflict.
  'PUT /api/builds/:id': { body: BuildSave; answer: { version: number; again: boolean } | StaleBuild; conflict: StaleBuild }
  'DELETE /api/builds/:id': { answer: null }
  'GET /api/builds/:id/raw': { query: { version?: number }; answer: File }
  'PUT /api/builds/:id/removed': { body: { removed: boolean }; answer: { removed: boolean } }
  'PUT /api/builds/:id/tags': { body: { tags: string[] }; answer: { tags: string[] } }
  'GET /api/builds/:id/versions': { query: PageAsked; answer: SavedVersion[] }
  'GET /api/builds/:id/versions/:number': { answer: Plan }
  'PUT /api/builds/:id/versions/:number/note': { body: { note: string }; answer: { note: string } }
  'POST /api/builds/:id/versions/:number/take-up': { body: { author: string }; answer: { version: number } }

  'GET /api/catalogue': { answer: Catalogue }
  'POST /api/definitions': {
    body: { file: string; there?: 'replace' | 'keep'; author?: string }
    answer: { taken: DefinitionName[]; left: number }
    /** Until it is said what becomes of what is there. */
    conflict: { replaces: Replaced[] }
  }
  'PUT /api/definitions/:kind/:id': {
    body: { definition: Definition; base: number; author?: string; note?: string }
    answer: { version: number }
    conflict: StaleDefinition
  }
  'DELETE /api/definitions/:kind/:id': { query: { base: number; author?: string }; answer: { restored: boolean } }
  'GET /api/definitions/:kind/:id/raw': { answer: File }
  'GET /api/definitions/:kind/:id/versions': { query: PageAsked; answer: DefinitionVersion[] }
  'GET /api/definitions/:kind/:id/versions/:number': { answer: Definition }

  'GET /api/collection/:kind': { answer: Collected[] }
  'GET /api/collection/:kind/:id': { answer: Collected & { text: string } }
  'PUT /api/collection/:kind/:id': { body: { name: string; text: string; on: number }; answer: { version: number } }
  'DELETE /api/collection/:kind/:id': { query: { on: number }; answer: { removed: string } }

  // A JPEG as base64; what else its file holds is left out.
  'POST /api/pictures': { body: { picture: string }; answer: { id: string } }
  'GET /api/pictures/:id': { answer: File }

  'POST /api/papers': { body: PapersAsked; answer: File }
  'POST /api/templates/render': {
    body: { plan: Plan; text: string }
    answer: { made?: string; wrong?: { message: string; line?: number } }
  }

  'POST /api/board/pasted': {
    body: { plan: Plan; text: string; pattern: string }
    answer: { found?: number; rows?: LedgerRow[]; wrong?: string }
  }
  'POST /api/board/display': {
    body: { port: number; columns: number; rows: number; bytes: number[] }
    answer: { shown: number[][] }
  }
  'POST /api/board/read': { body: BoardAsked; answer: { kept: BoardState; rows: LedgerRow[] } }
  'POST /api/board/write': { body: BoardAsked; answer: Lines<{ kept: BoardState }> }
  'POST /api/board/restore': { body: BoardAsked; answer: { kept: BoardState } }
  'POST /api/board/rescue': { body: BoardAsked; answer: Lines<{ kept: BoardState }> }

  'GET /api/backups': { answer: Backup[] }
  'POST /api/backups': { body: object; answer: { name: string } }
  'GET /api/backups/:name': { answer: File }
  'POST /api/backups/:name/restore': { body: object; answer: Health }
}

/** An answer that is a file. */
export interface File {
  file: true
}
/** An answer that comes line by line, each JSON, while the work goes on. */
export interface Lines<T> {
  lines: WorkLine<T>
}

export type Route = keyof Routes
export type Answer<R extends Route> = Routes[R]['answer']
export type Conflict<R extends Route> = Routes[R] extends { conflict: infer C } ? C : never
export type Body<R extends Route> = Routes[R] extends { body: infer B } ? B : undefined
export type Query<R extends Route> = Routes[R] extends { query: infer Q } ? Q : undefined

/** Names in a path, which stand after colons. */
type NamesIn<Path> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | NamesIn<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never

/** What is given for the names in the path of a route. */
export type Names<R extends Route> = Record<NamesIn<R>, string | number>
