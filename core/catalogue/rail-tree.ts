import { formatAmps, formatVolts } from '../units'
import type { BoardDefinition } from './board'

/** A rail as it stands in the tree of what is made from what. */
export interface RailInTree {
  id: string
  label: string
  /** What it gives, and what it takes, in few words. */
  gives: string
  takes: string
  /** How many rails lie between it and where the power comes in. */
  depth: number
  /** Its line, counted from above: each rail has one of its own, those made from it follow. */
  row: number
  /** The rail it is made from. */
  from?: string
  /** Its source is no rail of this board, or it is made from itself in the end. */
  fault?: string
  /** Labels of its pads, at most three. */
  pads: string[]
  morePads: number
}

type RailPart = BoardDefinition['rails'][string]

const kinds: Record<RailPart['kind'], string> = {
  battery: 'battery',
  linear: 'linear',
  switching: 'switching',
  usb: 'USB',
  through: 'fed through',
}

const givesOf = ({ volts, limit, main }: RailPart) =>
  [volts === undefined ? '' : formatVolts(volts), `up to ${formatAmps(limit)}`, main ? 'main' : ''].filter(Boolean).join(' · ')

function takesOf({ kind, input, efficiency, dropout }: RailPart): string {
  const range = input && `${formatVolts(input.min)} to ${formatVolts(input.max)}`
  const share = kind === 'switching' && efficiency < 1 ? `${Math.round(efficiency * 100)} %` : ''
  const drop = kind === 'linear' && dropout ? `drops ${formatVolts(dropout)}` : ''
  return [kinds[kind], range, share, drop].filter(Boolean).join(' · ')
}

/** Whether following the sources of a rail ends; of half-typed boards it may not. */
function isRound(rails: BoardDefinition['rails'], id: string): boolean {
  const seen = new Set<string>()
  for (let at: string | undefined = id; at !== undefined; at = rails[at]?.source) {
    if (seen.has(at)) return true
    seen.add(at)
  }
  return false
}

/** The rails of a board as a tree: what comes in first, then what is made from it, each with what is made from that. */
export function railTree({ rails, pads }: Pick<BoardDefinition, 'rails' | 'pads'>): RailInTree[] {
  const all = Object.entries(rails)
  const round = new Set(all.filter(([id]) => isRound(rails, id)).map(([id]) => id))
  const tree: RailInTree[] = []
  const labelsOf = (id: string) => Object.values(pads).flatMap(({ rail, label }) => (rail === id ? [label] : []))
  const put = (id: string, rail: RailPart, depth: number, fault?: string) => {
    const labels = labelsOf(id)
    tree.push({
      id,
      label: rail.label,
      gives: givesOf(rail),
      takes: takesOf(rail),
      depth,
      row: tree.length,
      from: depth ? rail.source : undefined,
      fault,
      pads: labels.slice(0, 3),
      morePads: Math.max(0, labels.length - 3),
    })
    if (!round.has(id)) for (const [of, made] of all) if (made.source === id && !round.has(of)) put(of, made, depth + 1)
  }
  for (const [id, rail] of all) {
    if (round.has(id)) put(id, rail, 0, 'is made from itself in the end')
    else if (rail.source === undefined) put(id, rail, 0)
    else if (!Object.hasOwn(rails, rail.source)) put(id, rail, 0, `is made from “${rail.source}”, which is no rail`)
  }
  return tree
}
