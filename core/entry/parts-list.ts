import Papa from 'papaparse'
import { classWords, deviceClasses, type BoardDefinition, type DeviceDefinition } from '../catalogue'
import { InputError } from '../schema'

/** One line of a parts list, and what of the catalogue it may mean. */
export interface PartLine {
  /** As it was pasted. */
  text: string
  /** How many of it. */
  count: number
  /** The device that it names; nothing where none or several may be meant. */
  device?: string
  /** Devices that it may mean, the likeliest first. */
  candidates: string[]
  /** The board that it names. */
  board?: string
}

export const partsListLimits = { characters: 200_000, lines: 200, count: 24, candidates: 6 } as const

const words = (text: string): string[] =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

/** A word that is a count: `2`, `2x`, `×4`, `4 pcs`. */
const countWord = /^(?:[x×]\s*)?(\d{1,3})\s*(?:[x×]|pcs?\.?|pieces|off)?$/i
/** A count at the beginning or the end of a text: `2 × Gault 40`, `Gault 40 (x4)`. */
const countBefore = /^(\d{1,3})\s*[x×]\s*(?=[^\d\s])/i
/** `4 Gault 40`, but not `5 V converter`. */
const countAlone =
  /^(\d{1,2})\s+(?!(?:v|a|s|mm|cm|g|kg|mhz|ghz|mah|w|k|db|bit|pins?|ports?|ch|channels?|axis|axes|cells?)\b)(?=\p{L}{2})/iu
const countAfter = /(?:\s+|\s*\()[x×]\s*(\d{1,3})\)?$/i
/** Heads of columns, and what is no part. */
const heads = new Set(['part', 'parts', 'item', 'name', 'component', 'device', 'qty', 'quantity', 'count', 'pcs', 'no', 'nr'])

/** The count that stands in a line, and the rest of it. */
function counted(cells: readonly string[]): { text: string; count: number } {
  let count: number | undefined
  const texts: string[] = []
  for (const cell of cells) {
    const alone = countWord.exec(cell)
    // The first column of figures may number the lines: a later count stands for it.
    if (alone && cells.length > 1) count = Number(alone[1])
    else texts.push(cell)
  }
  let text = texts.filter(Boolean).join(' ').trim()
  for (const pattern of [countBefore, countAfter, countAlone]) {
    const found = pattern.exec(text)
    if (!found || count !== undefined) continue
    count = Number(found[1])
    text = text.replace(pattern, '').trim()
  }
  return { text, count: count ?? 1 }
}

/** Whether all words of a name stand in a text one after the other. */
function names(text: readonly string[], name: readonly string[]): boolean {
  return name.length > 0 && text.some((_, at) => name.every((word, index) => text[at + index] === word))
}

/** A thing of the catalogue with its words, found once. */
interface Named {
  id: string
  name: string[]
  maker: string[]
}

/** Those that a text names: of names within one another the longest. */
function named<T extends Named>(text: readonly string[], all: readonly T[]): T[] {
  const found = all.filter(({ name }) => names(text, name))
  const longest = Math.max(0, ...found.map(({ name }) => name.length))
  const best = found.filter(({ name }) => name.length === longest)
  const ofMaker = best.filter(({ maker }) => names(text, maker))
  return ofMaker.length ? ofMaker : best
}

/** How many words of a text a device answers to: those of its name count double. Little words stand everywhere. */
function likeness(text: readonly string[], { name, besides }: { name: readonly string[]; besides: ReadonlySet<string> }): number {
  const told = text.filter((word) => word.length > 2 && word !== 'with' && word !== 'and')
  return told.reduce((sum, word) => sum + (name.includes(word) ? 2 : besides.has(word) ? 1 : 0), 0)
}

const namedOf = ({ id, name, maker }: { id: string; name: string; maker: string }): Named => ({
  id,
  name: words(name),
  maker: words(maker),
})
const besidesOf = ({ maker, summary, class: kind }: DeviceDefinition) =>
  new Set(words(`${maker} ${summary} ${deviceClasses[kind]} ${classWords[kind]}`))

function cellsOf(text: string): string[][] {
  const delimiter = ['\t', ';', '|'].find((each) => text.includes(each)) ?? ','
  const { data, errors } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' })
  // A mark of inches is no quotation.
  if (!errors.some(({ type }) => type === 'Quotes')) return data
  return Papa.parse<string[]>(text, { delimiter, quoteChar: '\0', skipEmptyLines: 'greedy' }).data
}

/**
 * Reads a parts list of a craft: one part a line, or a table with its counts, in any order of columns. What a line names is
 * found in the catalogue by name, and by maker where several have it; else the devices that answer to most of its words are
 * told as candidates.
 * @throws InputError where there is nothing in it, or far too much
 */
export function readPartsList(
  text: string,
  { devices, boards }: { devices: readonly DeviceDefinition[]; boards: readonly BoardDefinition[] },
): PartLine[] {
  if (text.length > partsListLimits.characters)
    throw new InputError([{ place: '', message: `it has more than ${partsListLimits.characters} characters` }])
  const data = cellsOf(text.replace(/^\uFEFF/, '').trim())
  const rows = data.map((cells) => cells.map((cell) => cell.trim())).filter((cells) => cells.some(Boolean))
  const [first = []] = rows
  const parts = first.every((cell) => cell === '' || words(cell).every((word) => heads.has(word))) ? rows.slice(1) : rows
  if (!parts.length) throw new InputError([{ place: '', message: 'there is nothing in it' }])
  if (parts.length > partsListLimits.lines)
    throw new InputError([
      { place: `line ${partsListLimits.lines + 1}`, message: `up to ${partsListLimits.lines} lines are read` },
    ])
  const problems: InputError['problems'] = []
  const [allBoards, allDevices] = [boards.map(namedOf), devices.map((each) => ({ ...namedOf(each), besides: besidesOf(each) }))]
  const lines = parts.map((cells, at): PartLine => {
    const { text: told, count } = counted(cells)
    if (count > partsListLimits.count)
      problems.push({
        place: `line ${at + 1}`,
        message: `“${count}” of ${told || 'it'}: up to ${partsListLimits.count} are added at once`,
      })
    const asked = words(told)
    const [board] = named(asked, allBoards)
    const found = named(asked, allDevices)
    const rated = allDevices.map((device) => ({ device, points: likeness(asked, device) })).filter(({ points }) => points > 0)
    const most = Math.max(0, ...rated.map(({ points }) => points))
    const liked = rated
      .filter(({ points }) => points >= most / 2)
      .sort((one, other) => other.points - one.points || one.device.id.localeCompare(other.device.id))
      .map(({ device }) => device)
    const candidates = [...new Set([...found, ...liked])].slice(0, partsListLimits.candidates).map(({ id }) => id)
    return {
      text: told || cells.join(' '),
      count,
      device: found.length === 1 ? found[0]!.id : undefined,
      candidates,
      board: found.length ? undefined : board?.id,
    }
  })
  if (problems.length) throw new InputError(problems)
  return lines
}
