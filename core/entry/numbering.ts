import type { BoardDefinition, PinUse } from '../catalogue'
import type { Meaning } from './labels'
import type { PadRow } from './pad-rows'

type Signal = Extract<Meaning, { is: 'signal' }>
type Line = 'tx' | 'rx'
const lineOf = (as: PinUse): Line | undefined => (as === 'uart-tx' ? 'tx' : as === 'uart-rx' ? 'rx' : undefined)

const buses = { 'i2c-sda': 'i2c', 'i2c-scl': 'i2c', 'can-h': 'can', 'can-l': 'can' } as const
const partners = { 'i2c-sda': 'i2c-scl', 'i2c-scl': 'i2c-sda', 'can-h': 'can-l', 'can-l': 'can-h' } as const
type BusUse = keyof typeof buses
const isOfBus = (as: PinUse): as is BusUse => as in buses

/**
 * Which port or bus each line of some rows belongs to. A line without a number goes with what lacks it: RX of the port that has
 * TX alone, then a port of its own; a bus without a number is the first.
 */
export class Numbering {
  readonly notes: string[] = []
  private readonly signals: { row: PadRow; signal: Signal }[]
  private readonly numbers = new Map<Signal, number>()
  private readonly inverted = new Set<string>()
  /** The first row of each line: a second pad of the same is on the same pin. */
  private readonly firsts = new Map<string, PadRow>()
  private readonly lonely = new Set<Signal>()
  private readonly board: BoardDefinition

  constructor(board: BoardDefinition, rows: readonly PadRow[]) {
    this.board = board
    this.signals = rows.flatMap((row) =>
      row.functions ? [] : row.reading.meanings.flatMap((signal) => (signal.is === 'signal' ? [{ row, signal }] : [])),
    )
    this.numberLines()
    this.pairBuses()
    for (const { row, signal } of this.signals) {
      const owner = this.ownerOf(signal)
      if (owner && !this.firsts.has(`${signal.as} ${owner}`)) this.firsts.set(`${signal.as} ${owner}`, row)
    }
  }

  private numberLines(): void {
    const lines = this.signals.filter(({ signal }) => lineOf(signal.as))
    const told = { tx: new Set<number>(), rx: new Set<number>() }
    for (const { signal } of lines) if (signal.number !== undefined) this.give(signal, signal.number, told)
    const free = () => {
      const indices = Object.values(this.board.ports).map(({ index }) => index)
      let number = 1
      while (told.tx.has(number) || told.rx.has(number) || indices.includes(number)) number += 1
      return number
    }
    for (const { signal } of lines.filter((line) => line.signal.number === undefined)) {
      const line = lineOf(signal.as)!
      const other = line === 'tx' ? told.rx : told.tx
      const lacking = [...other].filter((number) => !told[line].has(number)).sort((a, b) => a - b)[0]
      this.give(signal, lacking ?? free(), told)
    }
  }

  private give(signal: Signal, number: number, told: Record<Line, Set<number>>): void {
    const line = lineOf(signal.as)!
    told[line].add(number)
    this.numbers.set(signal, number)
    if (line === 'rx' && signal.inverted) this.inverted.add(this.portOf(number))
  }

  /** The id of the port with a number printed at it. */
  private portOf(index: number): string {
    const found = Object.entries(this.board.ports).find(([, port]) => port.index === index && port.kind === 'hardware')
    return found?.[0] ?? `uart${index}`
  }

  private pairBuses(): void {
    const of = (as: BusUse) => this.signals.filter(({ signal }) => signal.as === as)
    for (const as of Object.keys(buses) as BusUse[])
      for (const { row, signal } of of(as)) {
        if (of(partners[as]).some((other) => (other.signal.number ?? 1) === (signal.number ?? 1))) continue
        this.lonely.add(signal)
        this.notes.push(`${row.label} has no partner, so that there is no bus: its other line is not among the labels`)
      }
  }

  /** The port or bus of a line; an empty word where it can be none, nothing where such a use has no owner. */
  ownerOf(signal: Signal): string | undefined {
    if (lineOf(signal.as)) return this.portOf(this.numbers.get(signal)!)
    if (!isOfBus(signal.as)) return undefined
    return this.lonely.has(signal) ? '' : `${buses[signal.as]}${signal.number ?? 1}`
  }

  /** The first line of a row with its port or bus. */
  private lineIn(row: PadRow): { as: PinUse; owner: string } | undefined {
    const [signal] = row.reading.meanings.flatMap((meaning) => (meaning.is === 'signal' ? [meaning] : []))
    const owner = row.functions || !signal ? undefined : this.ownerOf(signal)
    return owner ? { as: signal!.as, owner } : undefined
  }

  /** The first row with the line of this one. */
  firstWith(row: PadRow): PadRow | undefined {
    const line = this.lineIn(row)
    return line && this.firsts.get(`${line.as} ${line.owner}`)
  }

  /** The pin that the board's port or bus has for the line of a row. */
  pinThere(row: PadRow): string | undefined {
    const { as, owner = '' } = this.lineIn(row) ?? {}
    const { ports, i2c, can } = this.board
    if (as === 'uart-tx') return ports[owner]?.tx?.pin
    if (as === 'uart-rx') return ports[owner]?.rx?.pin
    if (as === 'i2c-sda') return i2c[owner]?.sda
    if (as === 'i2c-scl') return i2c[owner]?.scl
    return as === 'can-h' ? can[owner]?.high : as === 'can-l' ? can[owner]?.low : undefined
  }

  /** The board with its ports named as they are numbered, and with the polarity that labels tell. */
  named(board: BoardDefinition): BoardDefinition {
    const ports = Object.fromEntries(
      Object.entries(board.ports).map(([id, port]) => [
        id,
        this.inverted.has(id) && port.rx ? { ...port, rx: { ...port.rx, inverter: 'fixed' as const } } : port,
      ]),
    )
    return { ...board, ports }
  }
}
