import { limits, withOrigins, type BoardDefinition, type Edge, type Origin } from '../catalogue'
import { functionText, InputError, withPadRows, padTableRows, type PadTableRow } from '../schema'
import type { Meaning } from './labels'
import { Numbering } from './numbering'
import { aroundOutline, edgesInOrder, type Spot } from './outline'
import type { PadRow } from './pad-rows'
import { railFor } from './rail-proposals'

/** What becomes of the pads that are there, and of what is only proposed. */
export interface ProposalWish {
  /** Pads stay, but those whose id a row tells; else the rows are all there is. */
  keepOthers: boolean
  /** What the labels were taken for is true: nothing of it is marked as proposed. */
  accepted: boolean
  /** Numbers of the rows before which the board has a corner; of rows without places. */
  corners: readonly number[]
}

/** A board made of rows, and what is to be said of it. */
export interface BoardProposal {
  board: BoardDefinition
  /** Labels that nothing was made of, since they are not understood. */
  unknown: string[]
  /** Labels of what is not for parts: pads for programming, USB's own lines. */
  idle: string[]
  notes: string[]
}

/** The timers of outputs and lights, where nothing tells which outputs share one. */
const timers = {
  outputs: { label: 'Outputs', note: 'not told which outputs share a timer: they are taken to share one' },
  lights: { label: 'Lights', note: 'not told which timer drives LED data: it is taken to have one of its own' },
} as const

/** What pins of controllers usually do. */
const usualPin = 'levels and current as usual: 3.3 V out, 5 V borne, 20 mA. Not every pin bears 5 V'

/**
 * A board with the pads of some rows, and the ports, outputs, buses and rails that their labels ask for. What was understood
 * from a label is marked as proposed, and what no label tells as a guess. Rows without places are laid around the outline in
 * their order, and the board is called a sketch.
 * @throws InputError naming rows that cannot be pads
 */
export function boardOfRows(before: BoardDefinition, rows: readonly PadRow[], wish: ProposalWish): BoardProposal {
  const taken = rows.flatMap((row, at) => (isIdle(row) ? [] : [{ row, at }]))
  if (taken.length > limits.pads) throw new InputError([{ place: '', message: `a board has up to ${limits.pads} pads` }])
  const builder = new BoardBuilder(
    before,
    taken.map(({ row }) => row),
    wish,
  )
  const corners = wish.corners.map((corner) => taken.filter(({ at }) => at < corner).length)
  return { ...builder.made(corners), idle: rows.filter(isIdle).map(({ label }) => label) }
}

const isIdle = ({ reading, functions }: PadRow) =>
  !functions && reading.meanings.length > 0 && reading.meanings.every(({ is }) => is === 'idle')

class BoardBuilder {
  private board: BoardDefinition
  private readonly origins: Record<string, Origin | undefined> = {}
  private readonly notes: string[] = []
  private readonly numbering: Numbering
  private readonly ids: ReadonlyMap<PadRow, string>
  private readonly outputs = new Set<number>()
  /** Pins that the board had before. */
  private readonly known: ReadonlySet<string>
  private readonly rows: readonly PadRow[]
  private readonly wish: ProposalWish

  constructor(before: BoardDefinition, rows: readonly PadRow[], wish: ProposalWish) {
    this.board = before
    this.known = new Set(Object.keys(before.pins))
    this.rows = rows
    this.wish = wish
    this.ids = idsOf(rows, wish.keepOthers ? Object.keys(before.pads) : [])
    this.numbering = new Numbering(before, rows)
    this.notes.push(...this.numbering.notes)
  }

  made(corners: readonly number[]): Omit<BoardProposal, 'idle'> {
    const spots = this.places(corners)
    const made = this.rows.map((row, at) => ({ ...this.tableRow(row), x: String(spots[at]!.x), y: String(spots[at]!.y) }))
    const fresh = new Set(made.map(({ pad }) => pad))
    const kept = this.wish.keepOthers ? padTableRows(this.board).filter(({ pad }) => !fresh.has(pad)) : []
    this.board = withPadRows(this.board, [...made, ...kept])
    this.afterwards(made)
    const unknown = this.rows.filter(({ reading, functions }) => !functions && !reading.meanings.length).map(({ label }) => label)
    return { board: withOrigins(this.board, this.origins), unknown, notes: this.notes }
  }

  /** Where each row lies. */
  private places(corners: readonly number[]): Spot[] {
    const { outline } = this.board
    const isPlaced = this.rows.every(({ x, y }) => x !== undefined && y !== undefined)
    if (isPlaced) return this.within(this.rows.map(({ x, y }) => ({ x: x!, y: y! })))
    const inOrder = edgesInOrder(this.rows.length, corners, outline)
    const edges = this.rows.map(({ edge }, at): Edge => edge ?? inOrder[at]!)
    this.board = { ...this.board, outline: { ...outline, sketch: true }, usb: besideThePads(this.board) }
    return aroundOutline(edges, outline)
  }

  /** Places whose origin lies elsewhere are moved onto the board, which grows where they need more room. */
  private within(spots: Spot[]): Spot[] {
    const { sketch: _, ...outline } = this.board.outline
    const [xs, ys] = [spots.map(({ x }) => x), spots.map(({ y }) => y)]
    const [left, top] = [Math.min(...xs), Math.min(...ys)]
    const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top]
    const isOn = left >= 0 && top >= 0 && left + wide <= outline.width && top + high <= outline.height
    const width = Math.max(outline.width, Math.ceil(wide + 3))
    const height = Math.max(outline.height, Math.ceil(high + 3))
    if (Math.max(width, height) > limits.board)
      throw new InputError([
        {
          place: 'x, y',
          message: `the pads lie over ${Math.max(width, height)} mm; a board has up to ${limits.board}. Is the unit right?`,
        },
      ])
    // Beside others, places are told on this very board.
    if (isOn || this.wish.keepOthers) return spots
    if (width > outline.width || height > outline.height)
      this.notes.push(`the outline is ${width} × ${height} mm now, so that all pads lie on it`)
    this.board = { ...this.board, outline: { ...outline, width, height } }
    const round = (figure: number) => Math.round(figure * 1000) / 1000
    return spots.map(({ x, y }) => ({ x: round(x - left + (width - wide) / 2), y: round(y - top + (height - high) / 2) }))
  }

  private tableRow(row: PadRow): Omit<PadTableRow, 'x' | 'y'> {
    const pin = row.pin ?? this.pinOf(row) ?? ''
    const read = row.reading.meanings.map((meaning) => this.functionOf(meaning)).filter(Boolean)
    const functions = row.functions ?? this.besideOthers(pin, read).join('; ')
    return {
      pad: this.ids.get(row)!,
      label: row.label,
      side: row.side ?? 'top',
      pin,
      functions,
      output: this.outputOf(row),
      connector: row.connector !== undefined && this.board.connectors[row.connector] ? row.connector : '',
      contact: row.contact === undefined ? '' : String(row.contact),
    }
  }

  /** What a label tells of a pin, beside what the board knows of it already: that is not undone by a label. */
  private besideOthers(pin: string, read: readonly string[]): string[] {
    const known = (this.board.pins[pin]?.functions ?? []).map(functionText)
    const use = (text: string) => /^[a-z0-9-]+/.exec(text)?.[0]
    return [...known, ...read.filter((text) => !known.some((other) => use(other) === use(text)))]
  }

  /** The pin of a pad whose line the board has already, or another pad brings out, too: the same. */
  private pinOf(row: PadRow): string | undefined {
    const wired = this.numbering.pinThere(row)
    if (wired !== undefined) return wired
    const first = this.numbering.firstWith(row)
    return first && first !== row ? (first.pin ?? this.ids.get(first)) : undefined
  }

  private outputOf({ output, reading }: PadRow): string {
    const told =
      output ??
      reading.meanings.flatMap((meaning) => (meaning.is === 'signal' && meaning.as === 'pulse' ? [meaning.number ?? 0] : []))[0]
    if (!told || told > 64 || this.outputs.has(told)) return ''
    this.outputs.add(told)
    return String(told)
  }

  /** A meaning as a pad table writes it. */
  private functionOf(meaning: Meaning): string {
    if (meaning.is === 'idle') return ''
    if (meaning.is === 'ground') return 'ground'
    if (meaning.is === 'supply') {
      const { board, rail, origins } = railFor(this.board, meaning)
      this.board = board
      Object.assign(this.origins, origins)
      return `supply:${rail}`
    }
    return this.signalOf(meaning)
  }

  private signalOf(meaning: Extract<Meaning, { is: 'signal' }>): string {
    const { as, number, measures } = meaning
    if (as === 'pulse') return `pulse:${this.timer('outputs')}`
    if (as === 'led-data') return `led-data:${this.timer('lights')}`
    if (as === 'analog') return measures ? `analog<=3.3=${measures}` : 'analog<=3.3'
    if (as === 'receiver-channel') return `receiver-channel/${number ?? 1}`
    const owner = this.numbering.ownerOf(meaning)
    return owner === undefined ? as : owner === '' ? '' : `${as}:${owner}`
  }

  /** The timer of such outputs; where the board has none, one of which nothing is known. */
  private timer(id: keyof typeof timers): string {
    if (!this.board.timers[id]) {
      this.board = { ...this.board, timers: { ...this.board.timers, [id]: { label: timers[id].label } } }
      this.origins[`timers.${id}`] = { from: 'guess', note: timers[id].note }
    }
    return id
  }

  /** Levels and currents of a pin that a label made: those that are usual, and nothing that is known. */
  private guessPin(pin: string): void {
    if (!this.known.has(pin)) this.origins[`pins.${pin}`] = { from: 'guess', note: usualPin }
  }

  /** What a pad table does not tell: marks, a driver for buzzers, polarity of a receiver's line. */
  private afterwards(made: readonly { pad: string; label: string }[]): void {
    const pins = { ...this.board.pins }
    for (const [at, { pad, label }] of made.entries()) {
      const { reading, functions } = this.rows[at]!
      const pin = this.board.pads[pad]?.pin
      this.origins[`pads.${pad}`] = undefined
      if (!functions && reading.meanings.length && !(this.wish.accepted && !reading.unsure))
        this.origins[`pads.${pad}`] = {
          from: 'proposed',
          note: reading.unsure ? `${label} may stand for something else, too` : undefined,
        }
      if (pin !== undefined) this.guessPin(pin)
      if (pin !== undefined && pins[pin]!.functions.some(({ as }) => as === 'buzzer') && !functions) {
        pins[pin] = { ...pins[pin]!, drive: Math.max(pins[pin]!.drive, 0.05) }
        this.origins[`pins.${pin}.drive`] = { from: 'guess', note: 'what a buzzer pad usually switches at least' }
      }
    }
    this.board = { ...this.numbering.named(this.board), pins }
    for (const [place, origin] of Object.entries(this.origins))
      if (origin?.note === undefined && origin) this.origins[place] = { from: origin.from }
  }
}

/** An id for each row: as it is told, else its label without what an id may not hold, with a number where that is taken. */
function idsOf(rows: readonly PadRow[], there: readonly string[]): Map<PadRow, string> {
  const plain = (told: string) =>
    told
      .replace(/[+]/g, 'p')
      .replace(/[−-]$/, 'n')
      .replace(/[^A-Za-z0-9_-]/g, '_')
      .slice(0, 36) || 'pad'
  const taken = new Set<string>()
  return new Map(
    rows.map((row) => {
      const begins = plain(row.id ?? row.label)
      let free = begins
      for (let number = 2; taken.has(free) || (row.id === undefined && there.includes(free)); number += 1)
        free = `${begins}_${number}`
      taken.add(free)
      return [row, free]
    }),
  )
}

/** The USB plug of a sketch stands out, so that the pads along its edge are seen. */
function besideThePads({ usb, outline: { width, height } }: BoardDefinition): BoardDefinition['usb'] {
  const out = 2.4
  if (usb.edge === 'left' || usb.edge === 'right') return { ...usb, x: usb.edge === 'left' ? -out : width + out }
  return { ...usb, y: usb.edge === 'top' ? -out : height + out }
}
