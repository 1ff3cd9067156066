import { parse, stringify } from 'yaml'
import {
  boardGaps,
  deviceGaps,
  differencesBetween,
  mergeDifferences,
  mergeThree,
  type BoardDefinition,
  type Contradiction,
  type DeviceDefinition,
  type Differences,
  type Merged,
} from '#core/catalogue'
import { InputError, readDefinition } from '#core/schema'
import { author } from './author'
import { ApiError, callApi } from './useApi'

export type Editable = BoardDefinition | DeviceDefinition

/** A definition that somebody else saved first. */
interface Clash {
  newest: number
  author: string
  theirs: Editable
  together: Merged<Editable>
}

/** Which text of a definition is on the desk: the base, or one revision or variant as it is. */
export type Desk = '' | string

const versionsKey = (kind: string) => (kind === 'board' ? 'revisions' : 'variants')
/** What belongs to the definition as a whole and is not part of a revision or variant. */
const wholeKeys = ['kind', 'schema', 'id', 'revisions', 'firmwares', 'variants']

/**
 * A definition being edited: as a document, as text, and as one of its revisions
 * or variants, which are kept as differences from the base. Undo and redo.
 */
export function useDefinition() {
  const document = shallowRef<Editable>()
  const saved = shallowRef<Editable>()
  const desk = ref<Desk>('')
  const text = ref('')
  const broken = ref<Contradiction[]>([])
  const past = shallowRef<Editable[]>([])
  const future = shallowRef<Editable[]>([])

  const versions = computed<Record<string, { name: string; note: string; differences: Differences }>>(() => {
    const current = document.value
    return !current ? {} : current.kind === 'board' ? current.revisions : current.variants
  })
  /** The definition with the differences of the desk applied. */
  const asShown = computed<Editable | undefined>(() => {
    const current = document.value
    const version = versions.value[desk.value]
    return current && version ? mergeDifferences(current, version.differences) : current
  })
  const dirty = computed(() => JSON.stringify(document.value) !== JSON.stringify(saved.value))

  /** The version that the changes are made on. */
  let base = 0

  function start(definition: Editable, version: number) {
    document.value = saved.value = definition
    base = version
    clash.value = undefined
    past.value = future.value = []
    desk.value = ''
    show()
  }

  /** The text follows the document, unless it is the text that was changed. */
  function show() {
    if (!asShown.value) return
    const shown = { ...asShown.value } as Record<string, unknown>
    if (desk.value) for (const key of wholeKeys) delete shown[key]
    text.value = stringify(shown, { flowCollectionPadding: true, lineWidth: 110 })
    broken.value = []
  }
  watch(desk, show)

  /** Takes a changed document; with `fromText` the text stays as the user wrote it. */
  function change(next: Editable, fromText = false) {
    if (JSON.stringify(next) === JSON.stringify(document.value)) return
    past.value = [...past.value.slice(-199), document.value!]
    future.value = []
    document.value = next
    if (!fromText) show()
  }

  /** Changes what is on the desk: the base itself, or a revision, of which only the differences are kept. */
  function changeShown(next: Editable, fromText = false) {
    const current = document.value!
    if (!desk.value) return change(next, fromText)
    const strip = (whole: Editable) => Object.fromEntries(Object.entries(whole).filter(([key]) => !wholeKeys.includes(key)))
    const differences = differencesBetween(strip(current), strip(next))
    const key = versionsKey(current.kind)
    change(
      { ...current, [key]: { ...versions.value, [desk.value]: { ...versions.value[desk.value]!, differences } } } as Editable,
      fromText,
    )
  }

  function setVersions(next: typeof versions.value) {
    change({ ...document.value!, [versionsKey(document.value!.kind)]: next } as Editable)
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
        change(read as Editable, true)
      } else {
        const whole = Object.fromEntries(
          wholeKeys.filter((key) => key in current).map((key) => [key, current[key as keyof Editable]]),
        )
        changeShown({ ...whole, ...value } as unknown as Editable, true)
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
    return current.kind === 'board' ? boardGaps(current) : deviceGaps(current)
  })

  function undo() {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    future.value = [document.value!, ...future.value]
    document.value = before
    show()
  }

  function redo() {
    const [after, ...rest] = future.value
    if (!after) return
    past.value = [...past.value, document.value!]
    future.value = rest
    document.value = after
    show()
  }

  /** Somebody else changed it first; what both come to together. */
  const clash = shallowRef<Clash>()

  async function save() {
    const current = document.value!
    try {
      const path = `/api/definitions/${current.kind}/${current.id}`
      const { version } = await callApi<{ version: number }>('PUT', path, { definition: current, base, author: author() })
      base = version
      saved.value = current
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 409) throw error
      const answer = error.body as { newest: number; definition?: Editable; author: string }
      const theirs = answer.definition ?? saved.value!
      clash.value = { ...answer, theirs, together: mergeThree<Editable>(saved.value!, current, theirs) }
    }
  }

  /** Goes on from what somebody else saved: with theirs, mine, or both together on the desk, to be saved as the next version. */
  function settle(choice: 'mine' | 'together' | 'theirs') {
    const { newest, theirs, together } = clash.value!
    clash.value = undefined
    base = newest
    saved.value = theirs
    if (choice !== 'mine') change(choice === 'theirs' ? theirs : together.merged)
  }

  return {
    document,
    desk,
    text,
    broken,
    versions,
    asShown,
    dirty,
    wrong,
    gaps,
    past,
    future,
    start,
    change,
    changeShown,
    setVersions,
    type,
    undo,
    redo,
    save,
    clash,
    settle,
  }
}
