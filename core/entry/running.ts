import type { Pad } from '../catalogue'
import type { PadRow } from './pad-rows'
import { readLabel } from './labels'
import type { Spot } from './outline'

/** Ends of labels that come in pairs, the one after the other. */
const pairs: readonly [string, string][] = [
  ['TX', 'RX'],
  ['SDA', 'SCL'],
  ['T', 'R'],
  ['CANH', 'CANL'],
  ['CAN_H', 'CAN_L'],
  ['H', 'L'],
]

/**
 * The label that usually follows some others in a row of pads: `TX1` → `RX1` → `TX2`, `M1` → `M2`, `SDA` → `SCL`, and `GND` after a
 * supply. What comes in pairs keeps the order in which it began: `RX1`, `TX1` → `RX2`. Nothing where nobody could tell.
 */
export function nextLabel(labels: readonly string[]): string | undefined {
  const last = labels.at(-1)?.trim()
  if (!last) return undefined
  const [, stem = '', number = '', tail = ''] = /^(.*?)(\d*)([-+]?)$/.exec(last) ?? []
  const paired = afterPair(stem.toUpperCase() === stem ? stem : '', number, labels.at(-2))
  if (paired) return paired
  const [meaning] = readLabel(last).meanings
  if (meaning?.is === 'supply') return 'GND'
  if (meaning?.is === 'ground') return undefined
  return number ? `${stem}${Number(number) + 1}${tail}` : undefined
}

function afterPair(stem: string, number: string, before: string | undefined): string | undefined {
  for (const pair of pairs) {
    const at = pair.findIndex((end) => stem.endsWith(end) && (end.length > 1 || stem === end))
    if (at < 0) continue
    const other = `${stem.slice(0, stem.length - pair[at]!.length)}${pair[1 - at]!}`
    if (before !== `${other}${number}`) return `${other}${number}`
    return number ? `${other}${Number(number) + 1}` : undefined
  }
  return undefined
}

/** So many labels, running on from some first ones; those that nobody could tell are left empty. */
export function runningLabels(first: readonly string[], count: number): string[] {
  const labels = first.slice(0, count)
  while (labels.length < count) labels.push(nextLabel(labels) ?? '')
  return labels
}

/**
 * Pads in a row from one place to another, both of these included, at even distances. Places in mm.
 * @param labels one for each pad
 */
export function rowOfPads(labels: readonly string[], from: Spot, to: Spot, side: Pad['side']): PadRow[] {
  const share = (at: number) => (labels.length < 2 ? 0 : at / (labels.length - 1))
  const along = (start: number, end: number, at: number) => Math.round((start + (end - start) * share(at)) * 100) / 100
  return labels.map((label, at) => ({
    label,
    reading: readLabel(label),
    x: along(from.x, to.x, at),
    y: along(from.y, to.y, at),
    side,
  }))
}

/** A place clicked at, on a raster of 0.1 mm and in line with pads, or with another place, that lie nearly so. */
export function snapped({ x, y }: Spot, others: readonly Spot[], within = 0.6): Spot {
  const near = (figure: number, lines: readonly number[]) => {
    const [line] = lines
      .filter((each) => Math.abs(each - figure) <= within)
      .toSorted((a, b) => Math.abs(a - figure) - Math.abs(b - figure))
    return line ?? Math.round(figure * 10) / 10
  }
  return {
    x: near(
      x,
      others.map((other) => other.x),
    ),
    y: near(
      y,
      others.map((other) => other.y),
    ),
  }
}
