import type { BoardDefinition, Origins } from '../catalogue'
import { formatVolts } from '../units'
import type { Meaning } from './labels'

type Supply = Extract<Meaning, { is: 'supply' }>
type RailPart = BoardDefinition['rails'][string]

/** What a regulator of which nothing is told is taken to give: little, so that nothing is promised. */
const carefulLimit = 0.5
const of = 'not told by a label: taken with care; look it up or measure it'

/** A board with a rail for a supply, the id of that rail, and where figures of it are from. */
export interface WithRail {
  board: BoardDefinition
  rail: string
  origins: Origins
}

/** The rail of a board that a supply pad is on; one that is not there yet is added, with careful figures. */
export function railFor(board: BoardDefinition, { from, volts, limit }: Supply): WithRail {
  // Where the label tells no volts, 5 V is what is usual there.
  const wanted = volts ?? 5
  const found = Object.entries(board.rails).find(([, { kind, volts: its }]) =>
    from === 'board' ? kind !== 'battery' && kind !== 'usb' && its === wanted : kind === from,
  )
  const printed = (rail: string) => ({ [`rails.${rail}.limit`]: { from: 'maker' as const, note: 'printed at its pad' } })
  if (found) {
    const [rail, part] = found
    if (limit === undefined) return { board, rail, origins: {} }
    return { board: { ...board, rails: { ...board.rails, [rail]: { ...part, limit } } }, rail, origins: printed(rail) }
  }
  const rail = idFor(board, from, wanted)
  const guessed = ['limit', ...(from === 'board' ? ['kind', 'input'] : [])]
  const guesses = Object.fromEntries(guessed.map((field) => [`rails.${rail}.${field}`, { from: 'guess' as const, note: of }]))
  return {
    board: { ...board, rails: { ...board.rails, [rail]: railOf(board, from, wanted, limit) } },
    rail,
    origins: { ...guesses, ...(limit !== undefined && printed(rail)) },
  }
}

function idFor({ rails }: BoardDefinition, from: Supply['from'], volts: number): string {
  const plain = from === 'battery' ? 'bat' : from === 'usb' ? 'usb5' : `v${String(volts).replace('.', '')}`
  let id = plain
  for (let number = 2; rails[id]; number += 1) id = `${plain}-${number}`
  return id
}

function railOf(board: BoardDefinition, from: Supply['from'], volts: number, limit: number | undefined): RailPart {
  const plain = { dropout: 0, own: 0, efficiency: 1, filtered: false, main: false }
  if (from === 'battery') return { ...plain, label: 'Battery', kind: 'battery', limit: limit ?? 10, liveFrom: ['battery'] }
  if (from === 'usb') return { ...plain, label: 'USB 5 V', kind: 'usb', volts: 5, limit: limit ?? 0.5, liveFrom: ['usb'] }
  const byName = Object.entries(board.rails)
  const five = volts < 5 ? byName.find(([, rail]) => rail.volts === 5 && rail.kind !== 'usb')?.[0] : undefined
  const source = five ?? byName.find(([, { kind }]) => kind === 'battery')?.[0]
  const highest = Math.round(435 * board.supply.cellsMax) / 100
  return {
    ...plain,
    label: formatVolts(volts),
    kind: five ? 'linear' : 'switching',
    volts,
    ...(source === undefined ? {} : { source }),
    input: five ? { min: volts + 0.3, max: 6 } : { min: Math.min(volts + 1, highest), max: highest },
    dropout: five ? 0.3 : 1,
    efficiency: five ? 1 : 0.85,
    limit: limit ?? (five ? 0.2 : carefulLimit),
    liveFrom: five ? board.rails[five]!.liveFrom : ['battery'],
  }
}
