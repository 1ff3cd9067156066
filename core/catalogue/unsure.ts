import { memo } from '../memo'
import { boardSections, type Board } from './board'
import { deviceSections, type Device } from './device'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'
import type { Fields, FigureLimits, PartValues } from './fields/field'
import { eachTold, type Told } from './fields/walk'
import { originAt, type Origins } from './origins'

/** A figure that nobody knows: it is a guess, only stands in the place of one, or is not told at all. */
export interface UnsureFigure {
  place: string
  /** Section and id of the part that it stands in; the section alone where it is of the whole. */
  section: string
  part: string
  /** What it is called, such as “highest input”. */
  words: string
  value?: number
  from: 'guess' | 'unknown' | 'missing'
  /** How it is found out. */
  find?: string
  /** What it may be. */
  limits: FigureLimits
}

/** What is no figure that an answer hangs on. */
const aside = ['origins', 'attached', 'id', 'name']

/** Figures of a board that nobody knows, in its revision. */
export const unsureOfBoard = memo((board: Board) => unsure(boardFields, board, boardSections))
/** The same of a device, in its variant. */
export const unsureOfDevice = memo((device: Device) => unsure(deviceFields, device, deviceSections))

function unsure(fields: Fields, whole: { origins?: Origins }, sections: readonly string[]): UnsureFigure[] {
  const told = Object.fromEntries(
    Object.entries(whole)
      .filter(([key]) => !aside.includes(key))
      .map(([key, value]) => [key, sections.includes(key) ? byId(value as unknown as { id: string }[]) : (value as unknown)]),
  )
  return [...eachTold(fields, told)].flatMap((each) => figureIn(each, whole))
}

const byId = (parts: readonly { id: string }[]) => Object.fromEntries(parts.map((part) => [part.id, part]))

function figureIn({ field, value, part, place }: Told, whole: { origins?: Origins }): UnsureFigure[] {
  const [section = '', id = ''] = place.split('.')
  const is = {
    place,
    section,
    part: id,
    words: field.words ?? field.head ?? place.split('.').at(-1)!,
    find: field.find,
    limits: field.shape.is === 'figure' ? field.shape : {},
  }
  if (value === undefined) return isMissing(field, part) ? [{ ...is, from: 'missing' }] : []
  const from = field.shape.is === 'figure' ? originAt(whole, place)?.from : undefined
  return from === 'guess' || from === 'unknown' ? [{ ...is, from, value: value as number }] : []
}

/** A figure, or a group of such, without which some answer is less exact. */
function isMissing({ gap, shape }: Told['field'], part: PartValues): boolean {
  if (gap === undefined || (shape.is !== 'figure' && shape.is !== 'group')) return false
  return typeof gap === 'string' || gap.of(part)
}
