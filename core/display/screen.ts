import { memo } from '../memo'
import type { FlightValues } from '../flight'
import { characterGrids } from '../links'
import type { Anchored, DisplayLayout, Plan, ResolvedPlan } from '../plan'
import { displayLinks, pictureOf } from '../settings'
import { protocolOf } from '../protocols'
import type { Baud } from '../units'
import { elementOf, sizeOf, type DisplayElement, type Source } from './elements'
import { hasGlyph, ownGlyphs, setOfShapes, type GlyphSet } from './glyph-set'
import { placeholder } from './glyphs'

/** What the pilot's text is drawn on, as the fit-out gives it. */
export interface DisplayKind {
  columns: number
  rows: number
  set: GlyphSet
  /** Width by height of the whole picture. */
  aspect: number
  /** Who draws it, in words. */
  by: string
  /** Rate of the link that its text goes over, where it does. */
  baud?: Baud
}

const setOf = memo(setOfShapes)

/** The glyphs of a display that holds so many: the user's own, as far as they fit there, or the product's. */
function glyphsOf({ glyphs }: Pick<Plan, 'glyphs'>, size: number): GlyphSet {
  if (!glyphs || glyphs.size > size) return ownGlyphs(size)
  return setOf(glyphs)
}

/** The grid of an analogue picture, by its standard. */
const analog = (standard: 'PAL' | 'NTSC') => characterGrids.find(({ name }) => name === standard)!

/**
 * The display of a build: a digital link with its grid and set, else an overlay part or the board's own chip
 * with the grid of the video standard; nothing where text is drawn by nobody.
 */
export function displayOf(resolved: ResolvedPlan): DisplayKind | undefined {
  const [digital] = displayLinks(resolved)
  if (digital) {
    const { link, columns, rows } = digital
    const { fitted } = link.need
    const glyphs = Number(pictureOf(resolved, fitted, 'glyphs') ?? 256)
    return {
      columns,
      rows,
      set: glyphsOf(resolved.plan, glyphs),
      aspect: columns > 30 ? 16 / 9 : 4 / 3,
      by: `${fitted.instance.name} over ${link.port.label}`,
      baud: link.board.baud,
    }
  }
  const overlay = resolved.devices.find(({ device }) => device.class === 'overlay')
  if (!overlay && !resolved.board.overlay) return undefined
  const standard = overlay && pictureOf(resolved, overlay, 'standard')
  const { columns, rows } = analog(standard === 'NTSC' ? 'NTSC' : 'PAL')
  return {
    columns,
    rows,
    set: glyphsOf(resolved.plan, 256),
    aspect: 4 / 3,
    by: overlay ? overlay.instance.name : `the overlay chip of ${resolved.board.name}`,
  }
}

/** What of the fit-out can feed a display now: with a place, or a wire, of its own. */
export function fedSources(resolved: ResolvedPlan): Set<Source> {
  const found = new Set<Source>(['board'])
  const placed = resolved.needs.filter(({ key }) => resolved.plan.assignment[key])
  for (const { key, need, fitted } of placed) {
    const { class: kind } = fitted.device
    if (kind === 'receiver') found.add('receiver')
    if (kind === 'gnss' && need.kind === 'serial') found.add('gnss').add('height')
    if (kind === 'traffic') found.add('traffic')
    if (kind === 'esc' && need.kind === 'serial') found.add('escs')
    for (const measure of need.feeds ?? []) found.add(measure)
    for (const measure of protocolOf(resolved.plan.assignment[key]?.protocol ?? '')?.tells ?? []) found.add(measure)
    if (need.kind === 'analog' && need.measures === 'current') found.add('current')
  }
  for (const { feeds = [] } of [resolved.board, ...resolved.board.i2c.flatMap(({ onBoard }) => onBoard)])
    for (const measure of feeds) found.add(measure)
  // A board that is fed with the battery's voltage measures it at that input.
  if (resolved.board.rails.some(({ kind }) => kind === 'battery')) found.add('voltage')
  return found
}

/** An element of a layout on a grid. */
export interface PlacedElement {
  element: DisplayElement
  anchored: Anchored
  column: number
  row: number
  width: number
  height: number
}

const offset = { left: 0, top: 0, middle: 0.5, right: 1, bottom: 1 }

/** Where an element lies on a grid: its first column and row, which may be off it. */
export function cellOf(
  { across, column, down, row }: Anchored,
  size: { width: number; height: number },
  grid: { columns: number; rows: number },
): { column: number; row: number } {
  return {
    column: Math.floor((grid.columns - size.width) * offset[across]) + column,
    row: Math.floor((grid.rows - size.height) * offset[down]) + row,
  }
}

/** Held where it is nearest: by the edge of the third of the grid that its middle lies in. */
export function anchorAt(
  cell: { column: number; row: number },
  size: { width: number; height: number },
  grid: { columns: number; rows: number },
): Anchored {
  const third = <T>(middle: number, whole: number, names: readonly [T, T, T]) =>
    names[Math.min(2, Math.max(0, Math.floor((middle / whole) * 3)))]!
  const across = third(cell.column + size.width / 2, grid.columns, ['left', 'middle', 'right'] as const)
  const down = third(cell.row + size.height / 2, grid.rows, ['top', 'middle', 'bottom'] as const)
  const at = cellOf({ across, column: 0, down, row: 0 }, size, grid)
  return { across, column: cell.column - at.column, down, row: cell.row - at.row }
}

/** All elements of a layout that there are, where they lie on a grid. */
export function placedOn({ elements }: DisplayLayout, grid: { columns: number; rows: number }): PlacedElement[] {
  return Object.entries(elements).flatMap(([id, anchored]) => {
    const element = elementOf(id)
    return element ? [{ element, anchored, ...sizeOf(element), ...cellOf(anchored, sizeOf(element), grid) }] : []
  })
}

/** A sign of an element, counted from its first cell. */
export interface ShownSign {
  sign: string
  across: number
  down: number
}

/**
 * The signs of an element that are seen: a placeholder for what the set does not have.
 * @param values nothing shows it at its longest
 */
export function signsOf(element: DisplayElement, set: GlyphSet, values: FlightValues | undefined, craft: string): ShownSign[] {
  return (values ? element.show(values, craft) : element.longest).flatMap((line, down) =>
    [...line].flatMap((sign, across) => (sign === ' ' ? [] : [{ sign: hasGlyph(sign, set) ? sign : placeholder, across, down }])),
  )
}

/** The text of a whole screen, a row of characters each; what lies off the grid is cut off. */
export function screenOf(
  layout: DisplayLayout,
  display: DisplayKind,
  /** Nothing shows everything at its longest. */
  values: FlightValues | undefined,
  craft: string,
): string[][] {
  const screen = Array.from({ length: display.rows }, () => Array.from({ length: display.columns }, () => ' '))
  for (const { element, column, row } of placedOn(layout, display))
    for (const { sign, across, down } of signsOf(element, display.set, values, craft)) {
      const cells = screen[row + down]
      if (cells?.[column + across] !== undefined) cells[column + across] = sign
    }
  return screen
}
