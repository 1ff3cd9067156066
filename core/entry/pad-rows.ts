import { InputError } from '../schema'
import type { BoardSide, Edge } from '../catalogue'
import { readLabel, type LabelReading, type OwnWords } from './labels'
import { edges } from './outline'
import { lengthUnits, type ColumnUse, type LengthUnit, type PastedTable } from './table'

/** One row of a pasted table as a pad. Lengths in mm. */
export interface PadRow {
  label: string
  reading: LabelReading
  id?: string
  x?: number
  y?: number
  side?: BoardSide
  edge?: Edge
  pin?: string
  /** As it is written in a pad table; it stands for itself, and is nothing that is guessed. */
  functions?: string
  output?: number
  connector?: string
  contact?: number
}

/** How a table is to be taken, beside what it says itself. */
export interface TableSense {
  uses: readonly ColumnUse[]
  unit: LengthUnit
  /** y grows upwards in it, as in most programs for circuit boards. */
  upwards: boolean
  words?: OwnWords
}

/** Functions as a pad table writes them: `pulse:tim3/2; switch`, `supply:v5`, `ground`. */
const writtenFunctions =
  /^(ground|supply(:\S+)?|[a-z0-9]+(-[a-z0-9]+)*(:[\w-]+)?(\/\d+)?(@[\w-]+)?(<=[\d.]+)?(=[a-z-]+)?)([;|\s]+|$)/

/**
 * The rows of a table as pads, each with what its label, and what stands in its column of functions, is taken for.
 * @throws InputError naming each row with a length or a number that is none
 */
export function padRows({ rows, heads }: PastedTable, { uses, unit, upwards, words }: TableSense): PadRow[] {
  const problems: InputError['problems'] = []
  const first = heads ? 2 : 1
  const made = rows.map((cells, index) => {
    const cell = (use: ColumnUse) => cells[uses.indexOf(use)] ?? ''
    const place = (use: string) => `row ${index + first}, ${use}`
    const length = (use: 'x' | 'y') => {
      const text = cell(use)
      if (text === '') return undefined
      const [, figure, its] = /^([+-]?\d+(?:[.,]\d+)?)\s*(mm|mil|in|cm)?$/i.exec(text) ?? []
      if (figure === undefined) {
        problems.push({ place: place(use), message: `“${text}” is not a length` })
        return undefined
      }
      const millimetres = Number(figure.replace(',', '.')) * lengthUnits[(its?.toLowerCase() as LengthUnit) ?? unit]
      return Math.round(millimetres * 1000) / 1000
    }
    const number = (use: 'output' | 'contact') => {
      const text = cell(use)
      if (text !== '' && !/^\d{1,2}$/.test(text)) problems.push({ place: place(use), message: `“${text}” is not a number` })
      return /^\d{1,2}$/.test(text) ? Number(text) : undefined
    }
    const label = cell('label') || cell('pad')
    const told = cell('functions')
    const isWritten =
      told !== '' &&
      told.split(/[;|\s]+/).every((word) => word === '' || writtenFunctions.test(word)) &&
      told === told.toLowerCase()
    const row: PadRow = {
      label,
      reading: isWritten ? { meanings: [], unsure: false } : readBoth(label, told, words),
      id: cell('pad') || undefined,
      x: length('x'),
      y: length('y'),
      side: sideOf(cell('side')),
      edge: edges.find((edge) => edge === cell('edge').toLowerCase()),
      pin: cell('pin').replace(/[ .]/g, '') || undefined,
      functions: isWritten ? told : undefined,
      output: number('output'),
      connector: cell('connector') || undefined,
      contact: number('contact'),
    }
    if (label === '') problems.push({ place: place('label'), message: 'it has no label' })
    return row
  })
  if (problems.length) throw new InputError(problems.slice(0, 20))
  return upwards ? turnedOver(made) : made
}

/** What the label tells, and what the words beside it add. */
function readBoth(label: string, told: string, words: OwnWords | undefined): LabelReading {
  const own = readLabel(label, words)
  if (told === '') return own
  const beside = readLabel(told.replace(/\s*(and|und|et|y)\s*/gi, '/'), words)
  if (!beside.meanings.length) return own
  if (!own.meanings.length) return { ...beside, unsure: true }
  const isKnown = (as: string) => own.meanings.some((meaning) => meaning.is === 'signal' && meaning.as === as)
  const more = beside.meanings.filter((meaning) => meaning.is === 'signal' && !isKnown(meaning.as))
  const isSignal = own.meanings.every(({ is }) => is === 'signal')
  return isSignal ? { meanings: [...own.meanings, ...more], unsure: own.unsure || more.length > 0 } : own
}

function sideOf(cell: string): BoardSide | undefined {
  if (cell === '') return undefined
  return /^(b|bottom|back|lower|unten|under)/i.test(cell) ? 'bottom' : 'top'
}

function turnedOver(rows: PadRow[]): PadRow[] {
  const most = Math.max(...rows.map(({ y = -Infinity }) => y))
  const least = Math.min(...rows.map(({ y = Infinity }) => y))
  return rows.map((row) => (row.y === undefined ? row : { ...row, y: Math.round((most + least - row.y) * 1000) / 1000 }))
}
