import { displayText, type DisplayText } from '../protocols'
import { drawnGlyphs, placeholder } from './glyphs'

/** Signs that are no text, in the order of their codes. */
const plain = ['°', placeholder, ...Object.keys(drawnGlyphs).filter((sign) => !drawnGlyphs[sign]!.large)]
const large = Object.keys(drawnGlyphs).filter((sign) => drawnGlyphs[sign]!.large)
const firstDrawn = 0x80

const codes = new Map<string, { code: number; page: 0 | 1 }>([
  ...large.map((sign, at) => [sign, { code: at + 1, page: 1 }] as const),
  ...plain.map((sign, at) => [sign, { code: firstDrawn + at, page: 0 }] as const),
  ...Array.from({ length: 95 }, (_, at) => [String.fromCharCode(0x20 + at), { code: 0x20 + at, page: 0 }] as const),
])

/** Code of a sign in the set, and the page of 256 that it is on: letters by ASCII, drawn ones from 128, those of larger sets on the second page. */
export function glyphCode(sign: string): { code: number; page: 0 | 1 } {
  return codes.get(sign) ?? { code: sign.charCodeAt(0), page: 0 }
}

/** All signs that have a code in a set of so many glyphs, with their places in it. */
export function codedSigns(size: number): { sign: string; at: number }[] {
  const letters = Array.from({ length: 94 }, (_, at) => String.fromCharCode(0x21 + at))
  return [...letters, ...plain, ...(size >= 512 ? large : [])].map((sign) => {
    const { code, page } = glyphCode(sign)
    return { sign, at: page * 256 + code }
  })
}

const byCode = new Map(codedSigns(512).map(({ sign, at }) => [at, sign]))

/** The sign of a code with its page, as a display keeps it; a blank for what it does not know. */
export const signOfCode = (at: number): string => byCode.get(at) ?? ' '

/** Pieces of a row that are written at once: without blanks at their ends, all on one page. */
function* piecesOf(cells: string[], row: number): Iterable<DisplayText> {
  let piece: { column: number; page: 0 | 1; characters: number[] } | undefined
  const written = (): DisplayText[] => {
    if (!piece) return []
    const { column, page, characters } = piece
    while (characters.at(-1) === 0x20) characters.pop()
    return [{ type: 'write', row, column, attribute: page, characters }]
  }
  for (const [column, sign] of cells.entries()) {
    const { code, page } = glyphCode(sign)
    const blank = sign === ' '
    if (piece && !blank && page !== piece.page) {
      yield* written()
      piece = undefined
    }
    if (piece) piece.characters.push(code)
    else if (!blank) piece = { column, page, characters: [code] }
  }
  yield* written()
}

/** The messages that draw a screen anew, as they go over the link: clear, what stands in each row, show. */
export function displayStream(screen: string[][]): Uint8Array {
  const steps: DisplayText[] = [{ type: 'clear' }, ...screen.flatMap((cells, row) => [...piecesOf(cells, row)]), { type: 'show' }]
  const frames = steps.map((step) => displayText.encode(step))
  const bytes = new Uint8Array(frames.reduce((sum, frame) => sum + frame.length, 0))
  let at = 0
  for (const frame of frames) {
    bytes.set(frame, at)
    at += frame.length
  }
  return bytes
}
