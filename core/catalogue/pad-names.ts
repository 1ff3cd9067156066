import { memo } from '../memo'
import type { Board, Pad } from './board'

export type Edge = Board['usb']['edge']

/** Edge of the board that a pad is nearest to. */
export function edgeOf(pad: Pick<Pad, 'x' | 'y'>, { width, height }: { width: number; height: number }): Edge {
  const gaps: [Edge, number][] = [
    ['left', pad.x],
    ['right', width - pad.x],
    ['top', pad.y],
    ['bottom', height - pad.y],
  ]
  return gaps.sort((a, b) => a[1] - b[1])[0]![0]
}

/**
 * What each pad of a board is called where a wire ends at it, by id: its label, and where several bear
 * the same one, where it lies: "5V (left, 3rd)", counted from the top or from the left as the board is
 * drawn. Contacts of a connector are told apart by their number in it, so that they keep their label.
 */
export const padNames = memo((board: Board): Map<string, string> => {
  const made = new Map(board.pads.map(({ id, label }) => [id, label]))
  for (const alike of groups(
    board.pads.filter(({ connector }) => connector === undefined),
    ({ label }) => label,
  )) {
    if (alike.length > 1) for (const [id, name] of namesAmong(alike, board)) made.set(id, name)
  }
  return made
})

/** Of pads with one label. */
function namesAmong(pads: Pad[], { outline }: Board): [id: string, name: string][] {
  const spot = (pad: Pad) => `${pad.side === 'bottom' ? 'underside ' : ''}${edgeOf(pad, outline)}`
  return groups(pads, spot).flatMap((there) => {
    const where = spot(there[0]!)
    const upright = where.endsWith('left') || where.endsWith('right')
    const along = [...there].sort((one, other) => (upright ? one.y - other.y : one.x - other.x) || one.id.localeCompare(other.id))
    return along.map(({ id, label }, at): [string, string] => [
      id,
      `${label} (${where}${along.length > 1 ? `, ${ordinal(at + 1)}` : ''})`,
    ])
  })
}

function groups<T>(items: T[], keyOf: (item: T) => string): T[][] {
  const found = new Map<string, T[]>()
  for (const item of items) found.set(keyOf(item), [...(found.get(keyOf(item)) ?? []), item])
  return [...found.values()]
}

/** 1st, 2nd, 3rd, 4th … 11th … 21st. */
export function ordinal(number: number): string {
  const teens = number % 100 >= 11 && number % 100 <= 13
  return `${number}${teens ? 'th' : (['th', 'st', 'nd', 'rd'][number % 10] ?? 'th')}`
}
