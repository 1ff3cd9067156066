import { zlibSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { GlyphFileError, pixelsOfPng, setFromBdf } from '#core/display'
import { amount } from './helpers/amount'
import { disturbed, isRefusal, readers } from './helpers/readers'
import { drawing } from './helpers/random-packing'

describe('a file with sizes that are zero, negative, huge or not whole', () => {
  it.each(readers)('is read or refused with its place, and soon: $name', ({ sample, read }) => {
    const draw = drawing(17)
    const [asText, asBytes] = typeof sample === 'string' ? [sample, new TextEncoder().encode(sample)] : ['', sample]
    expect(read(asText, asBytes)).toBeDefined()
    let refused = 0
    for (let turn = 0; turn < amount(60); turn += 1) {
      const { text, bytes } = disturbed(sample, (limit) => draw.below(limit))
      try {
        read(text, bytes)
      } catch (error) {
        if (!isRefusal(error)) throw new Error(`turn ${turn}: ${text.slice(0, 300)}`, { cause: error })
        refused += 1
      }
    }
    expect(refused).toBeGreaterThan(0)
  })
})

describe('glyphs as BDF', () => {
  const bdf = (encoding: string, box: string, rows = 'FF00\nFF00') =>
    `STARTFONT 2.1\nFONTBOUNDINGBOX 8 12 0 0\nSTARTCHAR A\nENCODING ${encoding}\nBBX ${box}\nBITMAP\n${rows}\nENDCHAR\n` +
    `STARTCHAR B\nENCODING 66\nBBX 8 2 0 0\nBITMAP\nFF\nFF\nENDCHAR\nENDFONT`

  it.each([
    ['65', '8 -5 0 0', 'line 5: boxes are from 0 × 0 to 64 × 64'],
    ['65', '-8 5 0 0', 'line 5: boxes are'],
    ['65', '8 65 0 0', 'line 5: boxes are'],
    ['65', '8 1.5 0 0', 'line 5: wants 4 whole figures'],
    ['55296', '8 2 0 0', 'line 4: 55296 is no code point'],
    ['1114112', '8 2 0 0', 'line 4: 1114112 is no code point'],
  ])('is refused by its line: ENCODING %s, BBX %s', (encoding, box, message) => {
    expect(() => setFromBdf(bdf(encoding, box), 'x', 256)).toThrow(message)
  })

  it('leaves out code points that are no sign to be seen, and takes boxes without a pixel', () => {
    for (const code of [0xad, 0x202e, 0x2066, 0xfffe, 0x7f, 0x2028])
      expect([...setFromBdf(bdf(String(code), '8 2 0 0'), 'x', 256).glyphs.keys()]).toEqual(['B'])
    expect([...setFromBdf(bdf('65', '0 0 0 0', ''), 'x', 256).glyphs.keys()]).toEqual(['B'])
    expect([...setFromBdf(bdf('65', '8 2 0 0'), 'x', 256).glyphs.keys()]).toEqual(['A', 'B'])
  })
})

describe('glyphs as PNG', () => {
  /** A PNG of a size that it says, with pixels as they are packed. Checks of chunks are left out of it. */
  function png(width: number, height: number, packed: Uint8Array): Uint8Array {
    const chunk = (name: string, data: Uint8Array) => {
      const bytes = new Uint8Array(12 + data.length)
      new DataView(bytes.buffer).setUint32(0, data.length)
      bytes.set(new TextEncoder().encode(name), 4)
      bytes.set(data, 8)
      return [...bytes]
    }
    const head = new Uint8Array(13)
    new DataView(head.buffer).setUint32(0, width)
    new DataView(head.buffer).setUint32(4, height)
    head.set([8, 6, 0, 0, 0], 8)
    const mark = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
    return Uint8Array.from([...mark, ...chunk('IHDR', head), ...chunk('IDAT', packed), ...chunk('IEND', new Uint8Array())])
  }

  it('is refused by its size before it is unpacked', () => {
    for (const [width, height] of [
      [0, 10],
      [10, 0],
      [100_000, 100_000],
      [481, 10],
      [2 ** 31, 1],
    ] as const)
      expect(() => pixelsOfPng(png(width, height, zlibSync(new Uint8Array(10))))).toThrow(
        /a sheet of glyphs has up to 480 × 1920/,
      )
    expect(() => pixelsOfPng(new Uint8Array())).toThrow('is no PNG that can be read')
  })

  it('is refused where it would unpack to more than its size takes', () => {
    const bomb = zlibSync(new Uint8Array(60_000_000), { level: 9 })
    expect(bomb.length).toBeLessThan(100_000)
    expect(() => pixelsOfPng(png(16, 16, bomb))).toThrow('holds more than its 16 × 16 pixels take')
  })

  it('is refused where it is cut short or no PNG within', () => {
    const sound = readers.find(({ name }) => name === 'glyphs as PNG')!.sample as Uint8Array
    for (const length of [20, 40, 60, 200]) expect(() => pixelsOfPng(sound.slice(0, length))).toThrow(GlyphFileError)
  })
})
