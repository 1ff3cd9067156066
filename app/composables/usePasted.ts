import type { BoardDefinition } from '#core/catalogue'
import {
  boardOfRows,
  padRows,
  readTable,
  type BoardProposal,
  type ColumnUse,
  type LengthUnit,
  type OwnWords,
  type PadRow,
  type PastedTable,
} from '#core/entry'
import { InputError } from '#core/schema'
import { ofBrowser } from '~/session/own-storage'

type Problem = InputError['problems'][number]

/** A value, or what is wrong with what it was to be made of. */
interface Tried<T> {
  made?: T
  problems: Problem[]
}

function tried<T>(make: () => T): Tried<T> {
  try {
    return { made: make(), problems: [] }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { problems: error.problems }
  }
}

const kept = 'ypodoma.labels'

/** What labels stand for by this user's own words. */
function keptWords(): OwnWords {
  try {
    const words = JSON.parse(ofBrowser.read(kept) ?? '{}') as unknown
    return typeof words === 'object' && words !== null && !Array.isArray(words) ? (words as OwnWords) : {}
  } catch {
    return {}
  }
}

/** A text pasted as the pads of a board: what it is read as, what may be said of that, and the board it makes. */
export function usePasted(before: () => BoardDefinition) {
  const text = ref('')
  /** What is chosen otherwise than it was guessed; forgotten with the text. */
  const uses = ref<Record<number, ColumnUse>>({})
  const unit = ref<LengthUnit>()
  const upwards = ref(false)
  const keepOthers = ref(false)
  const words = ref<OwnWords>(keptWords())

  const read = computed<Tried<PastedTable>>(() => (text.value.trim() ? tried(() => readTable(text.value)) : { problems: [] }))
  const table = computed(() => read.value.made)
  const heads = computed(() => table.value?.uses.map((use, at) => uses.value[at] ?? use) ?? [])
  watch(text, () => {
    uses.value = {}
    unit.value = undefined
  })
  const sense = computed(() => ({
    uses: heads.value,
    unit: unit.value ?? table.value?.unit ?? 'mm',
    upwards: upwards.value,
    words: words.value,
  }))
  const rows = computed<Tried<PadRow[]>>(() => (table.value ? tried(() => padRows(table.value!, sense.value)) : { problems: [] }))
  const wish = computed(() => ({ keepOthers: keepOthers.value, accepted: false, corners: table.value?.corners ?? [] }))
  const make = (accepted: boolean) =>
    rows.value.made && tried(() => boardOfRows(before(), rows.value.made!, { ...wish.value, accepted }))
  const proposal = computed<Tried<BoardProposal>>(() => make(false) ?? { problems: [] })

  /** Another use of a column; the one that had it has none then. */
  function use(column: number, as: ColumnUse) {
    const other = as === 'none' ? -1 : heads.value.indexOf(as)
    uses.value = { ...uses.value, ...(other >= 0 && { [other]: 'none' }), [column]: as }
  }
  /** Says what a label stands for, here and from now on; without a meaning it is forgotten. @returns whether it is kept */
  function mean(label: string, means: string): boolean {
    const { [label]: _, ...rest } = words.value
    words.value = means ? { ...rest, [label]: means } : rest
    return ofBrowser.keep(kept, JSON.stringify(words.value))
  }

  return {
    text,
    table,
    heads,
    unit: computed({ get: () => sense.value.unit, set: (value) => (unit.value = value) }),
    upwards,
    keepOthers,
    words,
    rows: computed(() => rows.value.made ?? []),
    proposal: computed(() => proposal.value.made),
    problems: computed(() => [...read.value.problems, ...rows.value.problems, ...proposal.value.problems]),
    use,
    mean,
    accepted: () => make(true)?.made,
  }
}
