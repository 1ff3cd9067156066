import { parse, stringify } from 'yaml'
import {
  boardGaps,
  deviceGaps,
  differencesBetween,
  editBetween,
  mergeDifferences,
  versionsOf,
  type Contradiction,
  type DefinitionEdit,
  type DefinitionVersions,
  type EditableDefinition,
  type VersionKind,
} from '#core/catalogue'
import { sameValue } from '#core/editing'
import { messagesUnlike } from '#core/protocols'
import { InputError, readDefinition } from '#core/schema'
import { definitionServer } from '~/session/api-server'
import { browserShelf } from '~/session/browser-shelf'
import { DefinitionSession } from '~/session/definition-session'
import type { DocumentState } from '~/session/document-session'
import { pageSurroundings } from '~/composables/pageSurroundings'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'
import { newId } from './newId'

/** Which text of a definition is on the desk: the base, or one revision or variant as it is. */
export type Desk = '' | string

/** What a desk of a firmware version begins with; ids hold no blanks. */
const ofFirmware = 'firmware '
export const firmwareDesk = (id: string): Desk => ofFirmware + id
export const isFirmware = (desk: Desk): boolean => desk.startsWith(ofFirmware)
const mainVersions = ({ kind }: EditableDefinition): VersionKind => (kind === 'board' ? 'revisions' : 'variants')
/** What belongs to the definition as a whole and is not part of a revision or variant. */
const wholeKeys = ['kind', 'schema', 'id', 'revisions', 'firmwares', 'variants']

/**
 * A definition being edited, as an opened document: as text, and as one of its revisions or variants, which are kept as
 * differences from the base.
 */
export function useDefinition() {
  const state = shallowRef<DocumentState<EditableDefinition, DefinitionEdit>>()
  const document = computed(() => state.value?.document)
  const desk = ref<Desk>('')
  const text = ref('')
  const broken = ref<Contradiction[]>([])
  const shelf = browserShelf<EditableDefinition, DefinitionEdit>('definition', newId)
  let session: DefinitionSession | undefined
  /** The definition last asked for. */
  let wanted = ''

  /** Opens a definition. @returns whether there is one */
  async function open(kind: 'board' | 'device', id: string): Promise<boolean> {
    close(false)
    wanted = `${kind}/${id}`
    const catalogue = useCatalogue()
    const find = () => catalogue.library?.[`${kind}s`][id]
    await catalogue.load(true)
    if (!find()) return false
    const opened = await DefinitionSession.open(`${kind}/${id}`, {
      ...pageSurroundings(),
      server: definitionServer(async () => {
        await catalogue.load(true)
        const definition = find()
        if (!definition) throw new Error(`there is no ${kind} "${id}"`)
        return { version: catalogue.standing(definition).version, document: definition }
      }),
      shelf,
      // What is half typed is told beside it, and not saved.
      editCheck: () => () => {},
      forbids: () => {
        const role = useSession().session?.role ?? 'editor'
        return role === 'editor' ? undefined : `as ${role} you may not change definitions`
      },
      tellDone: () => {},
      changed: () => {
        if (session) state.value = session.state
      },
    })
    // Another was asked for meanwhile, or the page is left.
    if (wanted !== opened.id) return true
    session = opened
    state.value = session.state
    desk.value = ''
    show()
    await session.attach()
    return true
  }

  /** Leaves the definition; what is not saved is dropped where `drop` says so, else it waits in this browser. */
  function close(drop: boolean) {
    wanted = ''
    session?.detach(drop)
    session = undefined
    state.value = undefined
  }

  /** What can be on the desk, by what the desk is called then. */
  const versions = computed<DefinitionVersions>(() => {
    const current = document.value
    if (!current) return {}
    const firmwares = Object.entries(versionsOf(current, 'firmwares')).map(([id, each]) => [firmwareDesk(id), each])
    return { ...versionsOf(current, mainVersions(current)), ...Object.fromEntries(firmwares) }
  })
  /** The definition with the differences of the desk applied. */
  const asShown = computed<EditableDefinition | undefined>(() => {
    const current = document.value
    const version = versions.value[desk.value]
    return current && version ? mergeDifferences(current, version.differences) : current
  })
  const dirty = computed(() => state.value !== undefined && !sameValue(state.value.document, state.value.saved))

  /** The text follows the document, unless it is the text that was changed. */
  function show() {
    if (!asShown.value) return
    const shown = { ...asShown.value } as Record<string, unknown>
    if (desk.value) for (const key of wholeKeys) delete shown[key]
    text.value = stringify(shown, { flowCollectionPadding: true, lineWidth: 110 })
    broken.value = []
  }
  // A version that is gone, by undo or elsewhere, is not edited any more.
  watch(versions, (there) => {
    if (desk.value && !there[desk.value]) desk.value = ''
  })
  let isTyped = false
  watch([desk, document], () => isTyped || show(), { flush: 'sync' })

  /** Takes a changed document; with `fromText` the text stays as the user wrote it. */
  function change(next: EditableDefinition, fromText = false) {
    if (sameValue(next, document.value)) return
    isTyped = fromText
    session?.edit(editBetween(document.value!, next))
    isTyped = false
  }

  /** Changes what is on the desk: the base itself, or a revision, of which only the differences are kept. */
  function changeShown(next: EditableDefinition, fromText = false) {
    const current = document.value!
    if (!desk.value) return change(next, fromText)
    const strip = (whole: EditableDefinition) =>
      Object.fromEntries(Object.entries(whole).filter(([key]) => !wholeKeys.includes(key)))
    const differences = differencesBetween(strip(current), strip(next))
    const key = isFirmware(desk.value) ? 'firmwares' : mainVersions(current)
    const id = isFirmware(desk.value) ? desk.value.slice(ofFirmware.length) : desk.value
    const changed = { ...versions.value[desk.value]!, differences }
    change({ ...current, [key]: { ...versionsOf(current, key), [id]: changed } } as EditableDefinition, fromText)
  }

  function setVersions(of: VersionKind, next: DefinitionVersions) {
    change({ ...document.value!, [of]: next } as EditableDefinition)
  }

  /** Reads what was typed; what cannot be read yet is told and changes nothing. */
  function type(typed: string) {
    text.value = typed
    try {
      const value = parse(typed) as Record<string, unknown>
      if (typeof value !== 'object' || value === null || Array.isArray(value))
        throw new Error('a definition is a map of names to values')
      const current = document.value!
      if (!desk.value) {
        const read = readDefinition(value)
        if (read.kind !== current.kind || read.id !== current.id)
          throw new Error(`kind and id stay ${current.kind} and ${current.id}`)
        change(read as EditableDefinition, true)
      } else {
        const whole = Object.fromEntries(
          wholeKeys.filter((key) => key in current).map((key) => [key, current[key as keyof EditableDefinition]]),
        )
        changeShown({ ...whole, ...value } as unknown as EditableDefinition, true)
      }
      broken.value = []
    } catch (error) {
      broken.value =
        error instanceof InputError ? error.problems : [{ place: '', message: (error as Error).message.split('\n')[0]! }]
    }
  }

  /** What is wrong with the document as it stands, and what it does not tell. */
  const wrong = computed<Contradiction[]>(() => {
    if (!document.value) return []
    try {
      readDefinition(JSON.parse(JSON.stringify(document.value)))
      return []
    } catch (error) {
      return error instanceof InputError ? error.problems : [{ place: '', message: (error as Error).message }]
    }
  })
  const gaps = computed<Contradiction[]>(() => {
    const current = asShown.value
    if (!current || wrong.value.length) return []
    return current.kind === 'board' ? boardGaps(current) : [...messagesUnlike(current), ...deviceGaps(current)]
  })

  return {
    open,
    close,
    document,
    version: computed(() => state.value?.version ?? 0),
    desk,
    text,
    broken,
    versions,
    asShown,
    dirty,
    wrong,
    gaps,
    undoLabel: computed(() => state.value?.undoLabel),
    redoLabel: computed(() => state.value?.redoLabel),
    saveState: computed(() => state.value?.saveState ?? 'saved'),
    problem: computed(() => state.value?.problem ?? ''),
    conflict: computed(() => state.value?.conflict),
    change,
    changeShown,
    setVersions,
    type,
    undo: () => session?.undo(),
    redo: () => session?.redo(),
    save: () => session?.save() ?? Promise.resolve(),
    settle: (choice: 'mine' | 'merge' | 'theirs') => session?.settleConflict(choice),
  }
}
