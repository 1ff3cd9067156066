import { limits, type BoardDefinition } from '../catalogue'
import { InputError } from '../schema'
import type { PadRow } from './pad-rows'

/** How far a connector reaches beyond its first and last contact, and to either side of their line, in mm. */
const beyond = 1.5
const beside = 1.4

/**
 * A board with a connector around some contacts that lie in a row, and these contacts, numbered from 1 in their order.
 * @param label printed beside it; `J` and a number that is free where it is empty
 * @param kind of connector, without the number of its contacts
 * @throws InputError where the board has as many as it can
 */
export function withConnector(
  board: BoardDefinition,
  rows: readonly PadRow[],
  { label, kind }: { label: string; kind: string },
): { board: BoardDefinition; rows: PadRow[] } {
  if (Object.keys(board.connectors).length >= 60) throw new InputError([{ place: 'connectors', message: 'a board has up to 60' }])
  const named = label.trim().slice(0, limits.name)
  const id = freeId(named.replace(/[^A-Za-z0-9_-]/g, '_').slice(0, 36), board.connectors)
  const [xs, ys] = [rows.map(({ x }) => x ?? 0), rows.map(({ y }) => y ?? 0)]
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top]
  const isLevel = wide >= high
  const [across, down] = isLevel ? [beyond, beside] : [beside, beyond]
  const round = (figure: number) => Math.round(figure * 100) / 100
  const connector: BoardDefinition['connectors'][string] = {
    label: named || id,
    type: `${kind} ×${rows.length}`,
    x: round(left - across),
    y: round(top - down),
    width: round(wide + 2 * across),
    height: round(high + 2 * down),
    side: rows[0]?.side ?? 'top',
  }
  return {
    board: { ...board, connectors: { ...board.connectors, [id]: connector } },
    rows: rows.map((row, at) => ({ ...row, connector: id, contact: at + 1 })),
  }
}

function freeId(wish: string, taken: object): string {
  if (wish && !Object.hasOwn(taken, wish)) return wish
  for (let number = 1; ; number += 1) {
    const id = wish ? `${wish}_${number + 1}` : `J${number}`
    if (!Object.hasOwn(taken, id)) return id
  }
}
