import { unseenSign } from '../units'
import { rowsOf, type GlyphSet } from './glyph-set'
import type { Raster } from './raster'
import { codedSigns } from './stream'

/** A file of glyphs that cannot be read, with why. */
export class GlyphFileError extends Error {}

/** Glyphs side by side in a sheet. */
const across = 16

/**
 * A set as a sheet of its cells, 16 side by side, each at the place of its code: white ink, black edge, the rest see-through.
 * Letters are at their ASCII codes, drawn signs from 128 on.
 */
export function sheetOf(set: GlyphSet): Raster {
  const [width, height] = [across * set.width, (set.size / across) * set.height]
  const data = new Uint8Array(width * height * 4)
  for (const { sign, at } of codedSigns(set.size)) {
    if (!set.glyphs.has(sign)) continue
    const rows = rowsOf(sign, set)
    for (let y = 0; y < set.height; y += 1)
      for (let x = 0; x < set.width; x += 1)
        if ((rows[y]! >> (set.width - 1 - x)) & 1) {
          const left = (at % across) * set.width + x
          const top = Math.floor(at / across) * set.height + y
          data.set([255, 255, 255, 255], (top * width + left) * 4)
        }
  }
  return { width, height, data }
}

/** A pixel is ink when it is not see-through and rather light. */
function isInk(data: ArrayLike<number>, at: number): boolean {
  const [red, green, blue, opacity] = [data[at]!, data[at + 1]!, data[at + 2]!, data[at + 3]!]
  return opacity > 127 && red + green + blue > 380
}

/** A set from a sheet of 16 cells side by side and 16 or 32 below each other. A cell without ink is a glyph that is missing. @throws GlyphFileError */
export function setFromSheet({ width, height, data }: Raster, name: string): GlyphSet {
  const lines = [16, 32].filter(
    (count) => width % across === 0 && height % count === 0 && ratioFits(width / across, height / count),
  )
  const [count] = lines
  if (!count)
    throw new GlyphFileError(
      `a sheet has 16 cells side by side and 16 or 32 below each other; this one is ${width} × ${height} pixels`,
    )
  const [wide, high] = [width / across, height / count]
  const size = count * across
  const glyphs = new Map<string, number[]>()
  for (const { sign, at } of codedSigns(size)) {
    const [left, top] = [(at % across) * wide, Math.floor(at / across) * high]
    const rows = Array.from({ length: high }, (_, y) => {
      let row = 0
      for (let x = 0; x < wide; x += 1) row = row * 2 + Number(isInk(data, ((top + y) * width + left + x) * 4))
      return row
    })
    if (rows.some(Boolean)) glyphs.set(sign, rows)
  }
  if (!glyphs.size) throw new GlyphFileError('no cell of the sheet has any ink')
  return { name, width: wide, height: high, size, glyphs }
}

/** Cells are higher than wide, and less than twice as high; so 256 are told from 512. */
const ratioFits = (wide: number, high: number) =>
  wide >= 4 && wide <= 30 && high >= 6 && high <= 60 && high > wide && high < 2 * wide

/** A set as a BDF file (Glyph Bitmap Distribution Format 2.1), by Unicode. */
export function bdfOf({ name, width, height, glyphs }: GlyphSet): string {
  const digits = Math.ceil(width / 8) * 2
  const shift = digits * 4 - width
  const one = ([sign, rows]: [string, readonly number[]]) => [
    `STARTCHAR U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`,
    `ENCODING ${sign.codePointAt(0)!}`,
    `SWIDTH ${Math.round((width * 1000) / height)} 0`,
    `DWIDTH ${width} 0`,
    `BBX ${width} ${height} 0 0`,
    'BITMAP',
    ...rows.map((row) => (row * 2 ** shift).toString(16).toUpperCase().padStart(digits, '0')),
    'ENDCHAR',
  ]
  const sorted = [...glyphs].toSorted(([one], [other]) => one.codePointAt(0)! - other.codePointAt(0)!)
  return [
    'STARTFONT 2.1',
    `FONT ${name.replace(/\s+/g, '-')}`,
    `SIZE ${height} 75 75`,
    `FONTBOUNDINGBOX ${width} ${height} 0 0`,
    'STARTPROPERTIES 2',
    `FONT_ASCENT ${height}`,
    'FONT_DESCENT 0',
    'ENDPROPERTIES',
    `CHARS ${glyphs.size}`,
    ...sorted.flatMap(one),
    'ENDFONT',
    '',
  ].join('\n')
}

/** Width and height of a glyph, and where its lower left corner stands. */
type Box = [width: number, height: number, left: number, bottom: number]
const longestBdf = 8_000_000

/** Whether a code point is a sign that is seen, and does nothing to what stands around it. */
const isSeen = (code: number) => code > 0x20 && code <= 0x1ffff && !unseenSign.test(String.fromCodePoint(code))

/**
 * A set from a BDF file: glyphs smaller than the cell stand in it where their boxes say; code points that are no sign to
 * be seen are passed over.
 * @param size glyphs of the receiver
 * @throws GlyphFileError naming the line
 */
export function setFromBdf(text: string, name: string, size: number): GlyphSet {
  if (text.length > longestBdf) throw new GlyphFileError(`has more than ${longestBdf / 1_000_000} million signs`)
  const lines = text.split(/\r?\n/)
  const fail = (at: number, why: string): never => {
    throw new GlyphFileError(`line ${at + 1}: ${why}`)
  }
  if (!lines[0]?.startsWith('STARTFONT')) fail(0, 'is no BDF file: it begins with STARTFONT')
  const figures = (at: number, count: number) => {
    const found = lines[at]!.trim().split(/\s+/).slice(1).map(Number)
    return found.length >= count && found.every(Number.isInteger) ? found : fail(at, `wants ${count} whole figures`)
  }
  const boxLine = lines.findIndex((line) => line.startsWith('FONTBOUNDINGBOX'))
  if (boxLine < 0) fail(0, 'there is no FONTBOUNDINGBOX')
  const [width, height, , descent] = figures(boxLine, 4) as Box
  if (!(width >= 4 && width <= 30 && height >= 6 && height <= 60)) fail(boxLine, 'cells are from 4 × 6 to 30 × 60 pixels')
  const glyphs = new Map<string, number[]>()
  let code = -1
  let box: number[] = []
  for (let at = 0; at < lines.length && glyphs.size < 512; at += 1) {
    const line = lines[at]!
    if (line.startsWith('ENCODING')) {
      ;[code] = figures(at, 1) as [number]
      if (code > 0x10ffff || (code >= 0xd800 && code <= 0xdfff)) fail(at, `${code} is no code point of a sign`)
    } else if (line.startsWith('BBX')) {
      box = figures(at, 4)
      const [wide, high] = box as Box
      if (wide < 0 || high < 0 || wide > 64 || high > 64) fail(at, 'boxes are from 0 × 0 to 64 × 64 pixels')
    } else if (line.trim() === 'BITMAP') {
      if (box.length < 4) fail(at, 'a bitmap without a box')
      const [wide, high, left, bottom] = box as Box
      const rows = Array<number>(height).fill(0)
      const top = height + descent - bottom - high
      for (let y = 0; y < high; y += 1) {
        const hex = (lines[at + 1 + y] ?? '').trim()
        if (!/^[0-9a-fA-F]+$/.test(hex)) fail(at + 1 + y, 'is no row of a bitmap')
        const bits = [...hex].flatMap((digit) => [...Number.parseInt(digit, 16).toString(2).padStart(4, '0')])
        for (let x = 0; x < wide; x += 1) {
          const [column, row] = [left + x, top + y]
          if (bits[x] === '1' && column >= 0 && column < width && row >= 0 && row < height)
            rows[row]! += 2 ** (width - 1 - column)
        }
      }
      at += high
      if (isSeen(code) && rows.some(Boolean)) glyphs.set(String.fromCodePoint(code), rows)
    }
  }
  if (!glyphs.size) throw new GlyphFileError('there is no glyph in it')
  return { name, width, height, size, glyphs }
}
