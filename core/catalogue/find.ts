import { figure, formatAmps, formatVolts } from '../units'
import type { BoardDefinition } from './board'
import { hardwarePorts, holesApart, madeRails } from './counted'
import type { EditableDefinition } from './definition-kind'
import type { DeviceDefinition } from './device'

/** What is looked for in a catalogue: figures that were understood, and the words that are left. */
export interface Wish {
  /** Each figure in words: `at least 5 ports`. */
  told: string[]
  words: string
  fits: (definition: EditableDefinition) => boolean
}

type Test = (definition: EditableDefinition) => boolean
interface Pattern {
  pattern: RegExp
  read: (match: RegExpExecArray) => { told: string; fits: Test }
}

const isBoard = (definition: EditableDefinition): definition is BoardDefinition => definition.kind === 'board'
const number = (text: string) => Number(text.replace(',', '.'))

/** What may be counted of a board, by the words for it. */
const counts: Record<string, (board: BoardDefinition) => number> = {
  port: (board) => hardwarePorts(board).length,
  output: ({ pins }) => Object.values(pins).filter(({ functions }) => functions.some(({ as }) => as === 'pulse')).length,
  rail: (board) => madeRails(board).length,
  pad: ({ pads }) => Object.keys(pads).length,
  bus: ({ i2c, can }) => Object.keys(i2c).length + Object.keys(can).length,
}
const countWords: Record<string, keyof typeof counts> = {
  ...Object.fromEntries(Object.keys(counts).flatMap((word) => [[word, word] as const, [`${word}s`, word] as const])),
  uart: 'port',
  uarts: 'port',
  buses: 'bus',
  motors: 'output',
}

const figureText = String.raw`(\d+(?:[.,]\d+)?)`
const patterns: Pattern[] = [
  {
    pattern: new RegExp(String.raw`(?:(?:≥|>=|at least)\s*)?\b(\d{1,2})\+?\s*(${Object.keys(countWords).join('|')})\b`),
    read: ([, many, word]) => ({
      told: `at least ${many} ${Number(many) === 1 ? countWords[word!] : countWords[word!] === 'bus' ? 'buses' : `${countWords[word!]}s`}`,
      fits: (definition) => isBoard(definition) && counts[countWords[word!]!]!(definition) >= Number(many),
    }),
  },
  {
    // "5 V 2 A", "rail ≥ 3 A"
    pattern: new RegExp(
      String.raw`(?:rails?\s*)?(?:${figureText}\s*v\s*(?:,|at)?\s*)?(?:(?:≥|>=|at least)\s*)?${figureText}\s*a\b`,
    ),
    read: ([, volts, amps]) => ({
      told: `${volts === undefined ? 'a supply' : formatVolts(number(volts))} of at least ${formatAmps(number(amps!))}`,
      fits: (definition) =>
        suppliesOf(definition).some(
          (supply) => supply.limit >= number(amps!) && (volts === undefined || supply.volts === number(volts)),
        ),
    }),
  },
  {
    pattern: new RegExp(String.raw`(?:<|≤|<=|under|below|up to|at most)\s*${figureText}\s*(g|mm)\b`),
    read: ([, most, unit]) => ({
      told: unit === 'g' ? `at most ${figure(number(most!), 'g')}` : `no side above ${figure(number(most!), 'mm')}`,
      fits: (definition) => (unit === 'g' ? definition.mass <= number(most!) : Math.max(...sizeOf(definition)) <= number(most!)),
    }),
  },
  {
    pattern: new RegExp(String.raw`${figureText}\s*[×x*]\s*${figureText}(?:\s*mm)?\b`),
    read: ([, wide, high]) => {
      const [least, most] = [number(wide!), number(high!)].sort((a, b) => a - b) as [number, number]
      return {
        told: `holes ${figure(number(wide!), 'mm')} by ${figure(number(high!), 'mm')} apart, or no larger than that`,
        fits: (definition) => {
          const size = sizeOf(definition).sort((a, b) => a - b)
          return isDrilled(definition, least, most) || (size[0] <= least && size[1] <= most)
        },
      }
    },
  },
  {
    pattern: /\b(\d{1,2})\s*s\b/,
    read: ([, cells]) => ({
      told: `for ${cells} cells`,
      fits: (definition) =>
        isBoard(definition) && definition.supply.cellsMin <= Number(cells) && definition.supply.cellsMax >= Number(cells),
    }),
  },
]

function suppliesOf(definition: EditableDefinition): { volts?: number; limit: number }[] {
  return isBoard(definition) ? madeRails(definition) : Object.values(definition.outputs)
}

function sizeOf(definition: BoardDefinition | DeviceDefinition): [number, number] {
  const { width, height } = isBoard(definition) ? definition.outline : definition.size
  return [width, height]
}

/** Whether the holes of a board are that far apart, to half a millimetre. */
function isDrilled(definition: EditableDefinition, least: number, most: number): boolean {
  const apart = isBoard(definition) ? holesApart(definition) : undefined
  if (!apart) return false
  const [low, high] = [apart.across, apart.down].sort((a, b) => a - b) as [number, number]
  return Math.abs(low - least) <= 0.5 && Math.abs(high - most) <= 0.5
}

/**
 * Reads what somebody looks for: `5 ports`, `rail ≥ 3 A`, `5 V 2 A`, `20 × 20 mm`, `under 10 g`, `6S`; whatever is no such
 * figure stays among the words.
 */
export function readWish(text: string): Wish {
  let rest = ` ${text.toLowerCase()} `
  const found: { told: string; fits: Test }[] = []
  for (const { pattern, read } of patterns)
    for (let match = pattern.exec(rest); match; match = pattern.exec(rest)) {
      found.push(read(match))
      rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`
    }
  const words = rest
    .replace(/\s+(with|and|,|\+|of)(?=\s)/g, ' ')
    .replace(/[\s,]+/g, ' ')
    .trim()
  return {
    told: found.map(({ told }) => told),
    words: found.length ? words : text.trim().toLowerCase(),
    fits: (definition) => found.every(({ fits }) => fits(definition)),
  }
}
