import Papa from 'papaparse'
import { InputError } from '../schema'
import { edges } from './outline'
import { readLabel } from './labels'

/** What a column of a pasted table tells of a pad. */
export const columnUses = {
  label: 'Label',
  x: 'x',
  y: 'y',
  side: 'Side of the board',
  edge: 'Edge',
  pin: 'Pin of the controller',
  functions: 'Functions',
  pad: 'Id of the pad',
  output: 'Output number',
  connector: 'Connector',
  contact: 'Contact',
  none: 'nothing',
} as const
export type ColumnUse = keyof typeof columnUses

/** Lengths that tables are written in, in mm. */
export const lengthUnits = { mm: 1, mil: 0.0254, in: 25.4, cm: 10 } as const
export type LengthUnit = keyof typeof lengthUnits

/** A pasted text as rows of equally many cells, and what its columns seem to be. */
export interface PastedTable {
  /** The heads of its columns, where its first row tells them. */
  heads?: string[]
  rows: string[][]
  uses: ColumnUse[]
  unit: LengthUnit
  /** Where a list has an empty line, there the board has a corner: before which rows. */
  corners: number[]
}

/** Most of what a pasted text may hold. */
export const pasteLimits = { characters: 1_000_000, rows: 1000, columns: 30, cell: 200 } as const

const refusal = (place: string, message: string) => new InputError([{ place, message }])

/**
 * Reads what was pasted: comma, semicolon or tab separated, columns parted by two spaces or more or by |, or labels alone, one
 * a line or all on one. What its columns are is guessed from their heads and from what is in them.
 * @throws InputError where there is nothing in it, or far too much
 */
export function readTable(text: string): PastedTable {
  if (text.length > pasteLimits.characters)
    throw refusal('', `it has more than ${pasteLimits.characters} characters: no board has so many pads`)
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n')
  const all = cellsOf(lines)
  const cells = all.filter((row) => row.some((cell) => cell !== ''))
  if (!cells.length) throw refusal('', 'there is nothing in it')
  if (cells.length > pasteLimits.rows)
    throw refusal(`row ${pasteLimits.rows + 1}`, `it has ${cells.length} rows; up to ${pasteLimits.rows} are read`)
  const width = Math.max(...cells.map((row) => row.length))
  if (width > pasteLimits.columns) throw refusal('', `it has ${width} columns; up to ${pasteLimits.columns} are read`)
  for (const [at, row] of cells.entries())
    for (const cell of row)
      if (cell.length > pasteLimits.cell)
        throw refusal(`row ${at + 1}`, `it has a cell of ${cell.length} characters; up to ${pasteLimits.cell} are read`)
  const even = cells.map((row) => [...row, ...Array.from({ length: width - row.length }, () => '')])
  const heads = headsOf(even)
  const rows = heads ? even.slice(1) : even
  if (!rows.length) throw refusal('row 1', 'it has heads, and no row below them')
  return { heads, rows, uses: usesOf(rows, heads), unit: unitOf(heads), corners: width === 1 ? cornersOf(all) : [] }
}

function cellsOf(lines: string[]): string[][] {
  const told = lines.filter((line) => line.trim() !== '')
  const most = (of: (line: string) => boolean) => told.filter(of).length > told.length / 2
  const separator = separatorOf(told)
  if (separator === '|') return lines.filter((line) => !/^[|\s:+-]+$/.test(line) || line.trim() === '').map(byBars)
  if (separator) return oneLine(parsed(lines, separator))
  if (most((line) => / {2,}/.test(line.trim()))) return lines.map((line) => line.trim().split(/ {2,}/))
  if (told.length === 1) return oneLine([told[0]!.trim().split(/\s+/)])
  return most((line) => line.trim().split(/\s+/).length > 2)
    ? lines.map((line) => line.trim().split(/\s+/))
    : lines.map((line) => [line.trim()])
}

/** The sign that parts all lines alike; of several, the one that makes most columns. */
function separatorOf(told: string[]): string | undefined {
  const sample = told.slice(0, 200)
  const rated = ['\t', ';', ',', '|'].map((sign) => {
    const counts = parsed(sample, sign).map((row) => row.length)
    const usual = counts.toSorted((a, b) => a - b)[Math.floor(counts.length / 2)] ?? 1
    const share = counts.filter((count) => count === usual).length / counts.length
    return { sign, columns: usual, share: usual > 1 ? share : 0 }
  })
  const [best] = rated.toSorted((a, b) => b.share - a.share || b.columns - a.columns)
  return best!.share > 0.5 ? best!.sign : undefined
}

function parsed(lines: string[], delimiter: string): string[][] {
  const { data } = Papa.parse<string[]>(lines.join('\n'), { delimiter })
  return data.map((row) => row.map((cell) => cell.trim()))
}

const byBars = (line: string) =>
  line
    .trim()
    .replace(/^\||\|$/g, '')
    .split('|')
    .map((cell) => cell.trim())

/** A list on one line is one column. */
function oneLine(rows: string[][]): string[][] {
  const told = rows.filter((row) => row.some((cell) => cell !== ''))
  return told.length === 1 && told[0]!.length > 2 && told[0]!.filter((cell) => useOfHead(cell)).length < 2
    ? told[0]!.filter((cell) => cell !== '').map((cell) => [cell])
    : rows
}

function cornersOf(all: string[][]): number[] {
  const corners: number[] = []
  let row = 0
  for (const cells of all) {
    if (cells.some((cell) => cell !== '')) row += 1
    else if (row && corners.at(-1) !== row) corners.push(row)
  }
  return corners.filter((at) => at < row)
}

/** Words of heads, by what their columns tell. */
const headWords: [ColumnUse, RegExp][] = [
  ['pad', /^(pad|id|pad ?id|name des pads)$/i],
  ['label', /^(label|name|silk|marking|text|signal|net|pad ?name|bezeichnung|print(ed)?|title|beschriftung|nombre|nom)\b/i],
  ['x', /^(x|pos ?x|x ?pos|mid ?x|center ?x)\b/i],
  ['y', /^(y|pos ?y|y ?pos|mid ?y|center ?y)\b/i],
  ['side', /^(side|layer|face|seite|lado|côté)\b/i],
  ['edge', /^(edge|rand|border|location|where)\b/i],
  ['output', /^(output|motor|servo)( ?(no|nr|number|#))?$/i],
  ['functions', /^(functions?|alt(ernate)?|uses?|can be|funktion(en)?|función|fonction|description|purpose)\b/i],
  ['pin', /^(pin|mcu|gpio|cpu|controller|port ?pin)\b/i],
  ['connector', /^(connector|plug|jack|header|stecker|conn)\b/i],
  ['contact', /^(contact|position|pos|kontakt)\b/i],
]
const useOfHead = (head: string) => headWords.find(([, words]) => words.test(head.trim()))?.[0]

function headsOf([first, second]: string[][]): string[] | undefined {
  if (first!.some((cell) => isFigure(cell))) return undefined
  const known = first!.filter((cell) => useOfHead(cell)).length
  const told = first!.filter((cell) => cell !== '').length
  if (!second) return known >= 2 ? first : undefined
  return known >= 2 || (known && known === told) || (known && !first!.some((cell) => isUnderstood(cell))) ? first : undefined
}

const isFigure = (cell: string) => /^[+-]?\d+([.,]\d+)?( ?(mm|mil|in|cm))?$/.test(cell)
const isUnderstood = (cell: string) => readLabel(cell).meanings.length > 0
const isPin = (cell: string) => /^(P[A-K][ _.]?\d{1,2}|GPIO ?\d{1,2}|IO\d{1,2}|\d{1,3})$/i.test(cell)
const isSide = (cell: string) => /^(top|bottom|front|back|t|b|upper|lower|oben|unten)$/i.test(cell)
const isEdge = (cell: string) => edges.some((edge) => cell.toLowerCase() === edge)

function usesOf(rows: string[][], heads: string[] | undefined): ColumnUse[] {
  const count = rows[0]!.length
  const uses: (ColumnUse | undefined)[] = Array.from({ length: count }, (_, at) => heads && useOfHead(heads[at]!))
  const take = (use: ColumnUse, share: number, is: (cell: string) => boolean) => {
    if (uses.includes(use)) return
    const rated = uses.map((taken, at) => {
      const told = rows.map((row) => row[at]!).filter((cell) => cell !== '')
      return taken || told.length < rows.length / 2 || isCounted(rows, at) ? 0 : told.filter(is).length / told.length
    })
    const best = Math.max(...rated)
    if (best >= share) uses[rated.indexOf(best)] = use
  }
  if (!heads || !uses.includes('label')) {
    take('side', 1, isSide)
    take('edge', 1, isEdge)
    take('pin', 0.9, (cell) => /^P[A-K][ _.]?\d/i.test(cell) && isPin(cell))
    take('label', 0.4, isUnderstood)
    if (!uses.includes('label') && uses.includes('pad')) uses[uses.indexOf('pad')] = 'label'
  }
  const figures = uses.flatMap((use, at) => (!use && !isCounted(rows, at) && rows.every((row) => isFigure(row[at]!)) ? [at] : []))
  if (figures.length >= 2 && !uses.includes('x') && !uses.includes('y')) {
    uses[figures[0]!] = 'x'
    uses[figures[1]!] = 'y'
  }
  if (!uses.includes('label') && !uses.includes('pad')) uses[uses.indexOf(undefined)] = 'label'
  // Each is told once: what comes second tells nothing.
  return uses.map((use, at) => (use && uses.indexOf(use) === at ? use : 'none'))
}

/** 1, 2, 3 … in a column are the numbers of its rows. */
const isCounted = (rows: string[][], at: number) =>
  rows.length > 2 && rows.every((row, index) => Number(row[at]) === Number(rows[0]![at]) + index)

function unitOf(heads: string[] | undefined): LengthUnit {
  const told = heads?.join(' ').toLowerCase() ?? ''
  return /\bmils?\b/.test(told) ? 'mil' : /\b(in|inch(es)?)\b|"/.test(told) ? 'in' : /\bcm\b/.test(told) ? 'cm' : 'mm'
}
