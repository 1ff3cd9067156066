import { memo } from '../memo'
import type { EditableDefinition } from './definition-kind'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'
import { eachTold, type Told } from './fields/walk'
import { originAt } from './origins'

/** What a definition is asked, in words. */
export const questions = {
  places: 'what each pad is for',
  levels: 'whether levels fit',
  power: 'whether the power is enough',
  rates: 'whether rates are kept',
  timers: 'which outputs go together',
  mass: 'what it weighs',
} as const
export type Question = keyof typeof questions

/** How much of what a question hangs on is known. */
export interface Answerable {
  question: Question
  known: number
  of: number
}

/** By section, the question that its figures serve; of the whole by its field. */
const asked: Record<EditableDefinition['kind'], Readonly<Record<string, Question>>> = {
  board: { pads: 'places', pins: 'levels', rails: 'power', ports: 'rates', timers: 'timers', mass: 'mass' },
  device: { terminals: 'levels', supplies: 'power', outputs: 'power', needs: 'rates', mass: 'mass' },
}

/**
 * What a definition can answer already: for each question, how many of the facts that it hangs on are known. A guess, a figure that
 * only stands for one, what is proposed from a label, and what is missing though an answer hangs on it are not known.
 */
export const answerable = memo((definition: EditableDefinition): Answerable[] => {
  const fields = definition.kind === 'board' ? boardFields : deviceFields
  const counts = new Map<Question, Answerable>()
  for (const told of eachTold(fields, definition as never)) {
    const question = asked[definition.kind][told.place.split('.')[0]!]
    if (!question || !isFact(told, question)) continue
    const count = counts.get(question) ?? { question, known: 0, of: 0 }
    const from = originAt(definition, told.place)?.from
    const isKnown = told.value !== undefined && (from === undefined || from === 'measured' || from === 'maker')
    counts.set(question, { ...count, of: count.of + 1, known: count.known + (isKnown ? 1 : 0) })
  }
  return [...counts.values()]
})

/** Whether an answer hangs on it: figures that are there, those whose lack is told, what a pad is for, and what a timer drives. */
function isFact({ field, value, part, place }: Told, question: Question): boolean {
  const last = place.split('.').at(-1)
  if (question === 'places') return last === 'kind'
  if (question === 'timers') return last === 'label'
  const { shape, gap } = field
  if (shape.is !== 'figure') return false
  return value !== undefined || (gap !== undefined && (typeof gap === 'string' || gap.of(part)))
}
