import type { DisplayLayout } from '../plan'
import { hasGlyph } from './glyph-set'
import { placedOn, type DisplayKind, type PlacedElement } from './screen'

/** Something wrong with an element on a display. */
export interface DisplayFault {
  rule: 'DSP-01' | 'DSP-02' | 'DSP-03' | 'DSP-04' | 'DSP-05'
  element: string
  fact: string
  /** It would not be seen as it is meant. */
  grave: boolean
  /** The other one, of two that overlap. */
  other?: string
}

/** Rows and columns at the edges that some screens and goggles cut off. */
export const margin = 1

/** What hides or cuts off a value; the rest is seen, and could stand better. */
const hiding: readonly string[] = ['DSP-01', 'DSP-02', 'DSP-03']

const share = (one: PlacedElement, other: PlacedElement) =>
  one.column < other.column + other.width &&
  other.column < one.column + one.width &&
  one.row < other.row + other.height &&
  other.row < one.row + one.height

/** What is wrong with a layout on a display, everything at its longest. */
export function faultsOf(layout: DisplayLayout, display: DisplayKind): DisplayFault[] {
  const { columns, rows, set } = display
  const grid = `${columns}×${rows}`
  const placed = placedOn(layout, display)
  const found: DisplayFault[] = []
  placed.forEach((at, index) => {
    const { element, anchored, column, row, width, height } = at
    const tell = (rule: DisplayFault['rule'], fact: string, other?: string) =>
      found.push({
        rule,
        grave: hiding.includes(rule),
        element: element.id,
        fact: `${element.name} ${fact}`,
        ...(other && { other }),
      })
    const ends = `columns ${column + 1} to ${column + width}, rows ${row + 1} to ${row + height}`
    if (column < 0 || row < 0 || column + width > columns || row + height > rows)
      tell('DSP-01', `reaches off the grid of ${grid} at its longest: ${ends}`)
    else if (column < margin || row < margin || column + width > columns - margin || row + height > rows - margin)
      tell('DSP-04', `stands at the edge of the grid, which some screens cut off: ${ends}`)
    for (const other of placed.slice(index + 1))
      if (share(at, other))
        tell('DSP-02', `and ${other.element.name} share cells when they are at their longest`, other.element.id)
    const missing = [...new Set(element.longest.join(''))].filter((sign) => !hasGlyph(sign, set))
    if (missing.length)
      tell('DSP-03', `needs the glyph ${missing.join(' ')}, which the set of ${set.size} does not have: a placeholder is shown`)
    if (anchored.across === 'middle' && anchored.column === 0 && (columns - width) % 2)
      tell(
        'DSP-05',
        `of ${width} column${width === 1 ? '' : 's'} cannot stand in the middle of ${columns}: it is half a column to the left`,
      )
  })
  return found
}
