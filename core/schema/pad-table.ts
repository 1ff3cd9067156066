import Papa from 'papaparse'
import {
  limits,
  measures,
  pinUses,
  type BoardDefinition,
  type Measure,
  type Pad,
  type Pin,
  type PinFunction,
  type PinUse,
} from '../catalogue'
import { InputError } from './error'
import { idPattern } from './parts'

/** Columns of a pad table; all but the id and the place may be empty. */
export const padColumns = ['pad', 'label', 'x', 'y', 'side', 'pin', 'functions', 'output', 'connector', 'contact'] as const

/** One pad as a row of such a table. */
export type PadTableRow = Record<(typeof padColumns)[number], string>
type Problem = InputError['problems'][number]

/** `pulse:tim3/2@d1s4`, `analog<=3.3`, `analog<=3.3=current`, `receiver-channel/5`: use, owner, channel, DMA stream, highest input, what it measures. */
const functionPattern =
  /^([a-z0-9-]+?)(?::([A-Za-z0-9_-]+))?(?:\/(\d+))?(?:@([A-Za-z0-9_-]+))?(?:<=(\d+(?:\.\d+)?))?(?:=([a-z-]+))?$/

type PadPart = Omit<Pad, 'id'>
type PinPart = Omit<Pin, 'id'>

/**
 * The board with its pads as a pasted or imported table has them. Ports, timers
 * and buses that functions name and the board lacks are added with plain values;
 * pins keep what the table does not tell (levels, drive, defaults).
 * @param text comma, semicolon or tab separated, first row the column names, lengths in mm
 * @throws InputError naming rows and columns
 */
export function withPadTable(board: BoardDefinition, text: string): BoardDefinition {
  const { data, meta } = Papa.parse<PadTableRow>(text.trim(), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  const missing = ['pad', 'x', 'y'].filter((name) => !meta.fields?.includes(name))
  if (missing.length) {
    throw new InputError([
      { place: 'row 1', message: `there is no column ${missing.join(', ')}; expected ${padColumns.join(', ')}` },
    ])
  }
  return withPadRows(board, data, 2)
}

/**
 * The same of rows that are read already.
 * @param first the number of the first row, as it is told where something is wrong
 * @throws InputError naming rows and columns
 */
export function withPadRows(board: BoardDefinition, rows: readonly Partial<PadTableRow>[], first = 1): BoardDefinition {
  if (rows.length > limits.pads)
    throw new InputError([{ place: `row ${limits.pads + first}`, message: `a board has up to ${limits.pads} pads` }])
  const reader = new TableReader(board)
  rows.forEach((row, at) => reader.row(row, at + first))
  return reader.finished()
}

class TableReader {
  private readonly problems: Problem[] = []
  private readonly pads: Record<string, PadPart> = {}
  private readonly pins: Record<string, PinPart> = {}
  private readonly board: BoardDefinition

  constructor(before: BoardDefinition) {
    this.board = {
      ...before,
      ports: { ...before.ports },
      timers: { ...before.timers },
      i2c: { ...before.i2c },
      can: { ...before.can },
    }
  }

  row(row: Partial<PadTableRow>, number: number): void {
    const cell = (column: keyof PadTableRow) => (row[column] ?? '').trim()
    const complain = (column: string, message: string) => void this.problems.push({ place: `row ${number}, ${column}`, message })
    const id = cell('pad').replace(/[^A-Za-z0-9_-]/g, '_')
    if (!idPattern.test(id)) return complain('pad', `"${cell('pad')}" is not a name: letters, digits, - and _, up to 40`)
    if (this.pads[id]) return complain('pad', `"${id}" is there twice`)
    const place = (column: 'x' | 'y') => {
      const value = Number(cell(column).replace(',', '.'))
      if (cell(column) === '' || !Number.isFinite(value)) complain(column, `"${cell(column)}" is not a length in mm`)
      return value
    }
    const side = cell('side').toLowerCase() || 'top'
    if (side !== 'top' && side !== 'bottom') return complain('side', `"${side}" is not top or bottom`)
    const words = cell('functions')
      .split(/[;|\s]+/)
      .filter(Boolean)
    const base = {
      ...this.board.pads[id],
      label: cell('label') || (this.board.pads[id]?.label ?? cell('pad')),
      x: place('x'),
      y: place('y'),
      side,
    } as PadPart
    delete base.pin
    delete base.rail
    const count = (column: 'output' | 'contact', key: 'output' | 'position') => {
      if (row[column] === undefined) return
      delete base[key]
      if (cell(column) !== '' && !/^\d{1,2}$/.test(cell(column))) complain(column, `"${cell(column)}" is not a number`)
      else if (cell(column) !== '') base[key] = Number(cell(column))
    }
    count('output', 'output')
    count('contact', 'position')
    if (row.connector !== undefined) {
      delete base.connector
      if (cell('connector')) base.connector = cell('connector')
    }
    const supply = words.find((word) => word.startsWith('supply'))
    if (words.includes('ground')) this.pads[id] = { ...base, kind: 'ground' }
    else if (supply) this.pads[id] = { ...base, kind: 'supply', rail: supply.split(':')[1] }
    else this.signal(id, base, cell('pin') || id, words, complain)
  }

  private signal(
    id: string,
    base: PadPart,
    pin: string,
    words: string[],
    complain: (column: string, message: string) => void,
  ): void {
    if (!idPattern.test(pin)) return complain('pin', `"${pin}" is not a name`)
    const before = this.pins[pin] ?? this.board.pins[pin] ?? { level: 3.3, maxIn: 5.5, drive: 0.02, functions: [] }
    const functions = words.flatMap((word): PinFunction[] => {
      const [, as, of, channel, dma, max, measured] = functionPattern.exec(word) ?? []
      if (as === undefined || !Object.hasOwn(pinUses, as)) {
        complain('functions', `"${word}" is not a function; there are ${Object.keys(pinUses).join(', ')}, supply:RAIL, ground`)
        return []
      }
      if (measured !== undefined && !Object.hasOwn(measures, measured)) {
        complain('functions', `"${measured}" is nothing that is measured; there are ${Object.keys(measures).join(', ')}`)
        return []
      }
      return [
        {
          as: as as PinUse,
          ...(of === undefined ? {} : { of }),
          ...(channel === undefined ? {} : { channel: Number(channel) }),
          ...(dma === undefined ? {} : { dma }),
          ...(max === undefined ? {} : { max: Number(max) }),
          ...(measured === undefined ? {} : { measures: measured as Measure }),
        },
      ]
    })
    this.pads[id] = { ...base, kind: 'signal', pin }
    this.pins[pin] = { ...before, functions: functions.length || !this.pins[pin] ? functions : this.pins[pin].functions }
    for (const does of functions) this.owner(pin, does)
  }

  /** Makes sure that the port, timer or bus of a function is there and names the pin. */
  private owner(pin: string, { as, of }: PinFunction): void {
    if (of === undefined) return
    const { ports, timers, i2c, can } = this.board
    if (as === 'uart-tx' || as === 'uart-rx') {
      const line = as === 'uart-tx' ? 'tx' : 'rx'
      const index = Number(/\d+$/.exec(of)?.[0] ?? Object.keys(ports).length + 1)
      const port = ports[of] ?? plainPort(index)
      ports[of] = { ...port, [line]: { inverter: 'none', ...port[line], pin } }
    }
    if (as === 'pulse' || as === 'led-data') timers[of] ??= { label: of }
    if (as === 'i2c-sda' || as === 'i2c-scl') {
      i2c[of] = { label: of, sda: pin, scl: pin, onBoard: [], ...i2c[of], [as === 'i2c-sda' ? 'sda' : 'scl']: pin }
    }
    if (as === 'can-h' || as === 'can-l') {
      can[of] = { label: of, high: pin, low: pin, ...can[of], [as === 'can-h' ? 'high' : 'low']: pin }
    }
  }

  finished(): BoardDefinition {
    if (this.problems.length) throw new InputError(this.problems.slice(0, 20))
    const unseen = Object.entries(this.board.pins).filter(([pin]) => !this.pins[pin])
    const hidden = unseen.filter(([, { functions }]) => functions.length)
    return { ...this.board, pads: this.pads, pins: { ...Object.fromEntries(hidden), ...this.pins } }
  }
}

function plainPort(index: number): BoardDefinition['ports'][string] {
  return {
    label: `Port ${index}`,
    index,
    number: Math.max(0, index - 1),
    kind: 'hardware',
    halfDuplex: false,
    minBaud: 1200,
    maxBaud: 2_000_000,
    oversampling: 16,
    usbShared: false,
    stateShared: false,
    splitUse: false,
  }
}

/** The pads of a board as rows of such a table. */
export function padTableRows({ pads, pins }: Pick<BoardDefinition, 'pads' | 'pins'>): PadTableRow[] {
  return Object.entries(pads).map(([id, pad]) => ({
    pad: id,
    label: pad.label,
    x: String(pad.x),
    y: String(pad.y),
    side: pad.side,
    pin: pad.pin ?? '',
    functions:
      pad.kind === 'ground'
        ? 'ground'
        : pad.kind === 'supply'
          ? `supply:${pad.rail ?? ''}`
          : (pins[pad.pin ?? '']?.functions ?? []).map(functionText).join('; '),
    output: String(pad.output ?? ''),
    connector: pad.connector ?? '',
    contact: String(pad.position ?? ''),
  }))
}

/** A function of a pin as a pad table writes it. */
export function functionText({ as, of, channel, dma, max, measures: measured }: PinFunction): string {
  return [
    as,
    of === undefined ? '' : `:${of}`,
    channel === undefined ? '' : `/${channel}`,
    dma === undefined ? '' : `@${dma}`,
    max === undefined ? '' : `<=${max}`,
    measured === undefined ? '' : `=${measured}`,
  ].join('')
}

/** The pads of a board as CSV. */
export function padTableCsv(board: Pick<BoardDefinition, 'pads' | 'pins'>): string {
  return Papa.unparse(padTableRows(board), { columns: [...padColumns], newline: '\r\n' }) + '\r\n'
}
