import type { BoardDefinition, PinFunction } from './board'

/** What pins do by a channel of a timer. */
export const timerUses = { pulse: 'pulses', 'led-data': 'LED data' } as const
export type TimerUse = keyof typeof timerUses

/** The channel by which a timer drives a pin, and the DMA stream that this takes. */
export interface TimerCell {
  channel?: number
  dma?: string
}

/** One pin as it may be driven for one use: a row of the matrix. */
export interface TimerRow {
  pin: string
  use: TimerUse
  /** Labels of the pads on the pin; empty where it is led to none. */
  pads: string
  /** By timer. */
  cells: Readonly<Record<string, TimerCell>>
}

const isOf = ({ as, of }: PinFunction, use: TimerUse, timer?: string) => as === use && (timer === undefined || of === timer)

function outputOf({ pads }: BoardDefinition, pin: string): number {
  return Math.min(...Object.values(pads).map((pad) => (pad.pin === pin && pad.output) || Infinity))
}

/**
 * Pins against timers: each pin that a timer drives or could drive, because it is led to a pad, once for each use that it has.
 * Outputs stand first, by their numbers; then what a timer drives; then the rest, as pulses that it has not.
 */
export function timerRows(board: BoardDefinition): TimerRow[] {
  const labels = (pin: string) =>
    Object.values(board.pads)
      .filter((pad) => pad.pin === pin)
      .map(({ label }) => label)
      .join(', ')
  const rows = Object.entries(board.pins).flatMap(([pin, { functions }]): TimerRow[] => {
    const pads = labels(pin)
    const used = (Object.keys(timerUses) as TimerUse[]).filter((use) => functions.some((each) => isOf(each, use)))
    const uses: TimerUse[] = used.length ? used : pads ? ['pulse'] : []
    return uses.map((use) => ({
      pin,
      use,
      pads,
      cells: Object.fromEntries(
        functions.filter((each) => isOf(each, use) && each.of).map(({ of, channel, dma }) => [of!, { channel, dma }]),
      ),
    }))
  })
  const rank = ({ pin, cells }: TimerRow) => [outputOf(board, pin), Object.keys(cells).length ? 0 : 1] as const
  const places = new Map(rows.map((row) => [row, rank(row)]))
  return rows.sort((one, other) => {
    const [a, b] = [places.get(one)!, places.get(other)!]
    return a[0] === b[0] ? a[1] - b[1] : a[0] - b[0]
  })
}

/** DMA streams that more than one row takes: only one of these can be in use at a time. */
export function sharedStreams(rows: readonly TimerRow[]): ReadonlyMap<string, readonly string[]> {
  const takers = new Map<string, Set<string>>()
  for (const { pin, cells } of rows)
    for (const { dma } of Object.values(cells)) if (dma) takers.set(dma, (takers.get(dma) ?? new Set()).add(pin))
  return new Map([...takers].filter(([, pins]) => pins.size > 1).map(([dma, pins]) => [dma, [...pins]]))
}

/** Stands in a cell whose timer drives the pin by a channel that is not known. */
const notKnown = '?'

/** What stands in a cell, as it is typed: the channel, then the stream. */
export function cellText(cell: TimerCell | undefined): string {
  if (!cell) return ''
  return [cell.channel, cell.dma].filter((each) => each !== undefined).join(' ') || notKnown
}

/** What a typed cell means: nothing for an empty one. @throws Error that says what can be typed */
export function cellMeant(text: string): TimerCell | undefined {
  if (text.trim() === notKnown) return {}
  const words = text.trim().split(/\s+/).filter(Boolean)
  if (!words.length) return undefined
  const channel = words.find((word) => /^\d{1,2}$/.test(word) && Number(word) <= 64)
  const dma = words.find((word) => /^[a-zA-Z][a-zA-Z0-9_-]{0,39}$/.test(word))
  if ([channel, dma].filter(Boolean).length !== words.length || words.length > 2)
    throw new Error(
      `“${text}” is not a channel, such as 2, with its DMA stream after it, such as 2 d1s4; ? where neither is known`,
    )
  return { ...(channel && { channel: Number(channel) }), ...(dma && { dma }) }
}

/** The same board with a pin driven by a timer as a cell says, or not by it any more. Its other functions stay as they are, in their order. */
export function withTimerCell(
  board: BoardDefinition,
  { pin, use, timer }: { pin: string; use: TimerUse; timer: string },
  cell: TimerCell | undefined,
): BoardDefinition {
  const before = board.pins[pin]!
  const at = before.functions.findIndex((each) => isOf(each, use, timer))
  const fresh: PinFunction[] = cell ? [{ as: use, of: timer, ...cell }] : []
  const functions = at < 0 ? [...before.functions, ...fresh] : before.functions.toSpliced(at, 1, ...fresh)
  return { ...board, pins: { ...board.pins, [pin]: { ...before, functions } } }
}
