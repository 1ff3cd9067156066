import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { glyphPaths, rowsOf, shapeRows, shapeText } from './glyph-set'
import { bdfOf, hasGlyph, ownGlyphs, setFromBdf, setFromSheet, setOfShapes, shapesOfSet, sheetOf, type GlyphSet } from '.'
import { codedSigns } from './stream'

/** A set at random: some of the signs that have a code, each with some ink. */
const randomSet = fc
  .record({
    width: fc.integer({ min: 8, max: 24 }),
    tall: fc.integer({ min: 1, max: 9 }),
    size: fc.constantFrom(256, 512),
    seed: fc.nat(),
  })
  .chain(({ width, tall, size, seed }) => {
    const height = width + Math.min(tall, width - 1)
    const signs = codedSigns(size).filter((_, at) => (at * 7 + seed) % 3 === 0)
    return fc
      .array(fc.array(fc.integer({ min: 0, max: 2 ** width - 1 }), { minLength: height, maxLength: height }), {
        minLength: signs.length,
        maxLength: signs.length,
      })
      .map((all): GlyphSet => {
        const inked = all.map((rows) => (rows.some(Boolean) ? rows : rows.with(0, 1)))
        return { name: 'Random', width, height, size, glyphs: new Map(signs.map(({ sign }, at) => [sign, inked[at]!])) }
      })
  })
const same = (one: GlyphSet, other: GlyphSet) => {
  expect([one.width, one.height, one.size]).toEqual([other.width, other.height, other.size])
  expect(Object.fromEntries(one.glyphs)).toEqual(Object.fromEntries(other.glyphs))
}

describe('sets of glyphs', () => {
  it('go out as a sheet or as BDF and come in as what they were', () => {
    fc.assert(
      fc.property(randomSet, (set) => {
        same(setFromSheet(sheetOf(set), 'Random'), set)
        same(setFromBdf(bdfOf(set), 'Random', set.size), set)
        same(setOfShapes(shapesOfSet(set)), set)
      }),
      { seed: seedOf(161), numRuns: 25 },
    )
    for (const size of [256, 512]) same(setFromSheet(sheetOf(ownGlyphs(size)), 'own'), ownGlyphs(size))
  })
  it('of 256 has letters and plain signs, of 512 all', () => {
    expect(hasGlyph('A', ownGlyphs(256)) && hasGlyph(' ', ownGlyphs(256)) && hasGlyph('⌂', ownGlyphs(256))).toBe(true)
    expect(hasGlyph('✈', ownGlyphs(256))).toBe(false)
    expect(hasGlyph('✈', ownGlyphs(512))).toBe(true)
    expect(hasGlyph('語', ownGlyphs(512))).toBe(false)
  })
  it('draws what it has pixel by pixel, and a frame for what it has not', () => {
    const set = ownGlyphs(256)
    for (const sign of ['A', '8', '⌂', '語']) {
      const pixels = Array.from({ length: set.height }, () => Array<number>(set.width).fill(0))
      for (const [, x, y, long] of glyphPaths(sign, set).ink.matchAll(/M(\d+) (\d+)h(\d+)v1/g))
        for (let at = 0; at < Number(long); at += 1) pixels[Number(y)]![Number(x) + at] = 1
      expect(pixels.map((row) => Number.parseInt(row.join(''), 2))).toEqual([...rowsOf(sign, set)])
      // Ink and edge never share a pixel.
      const edges = [...glyphPaths(sign, set).edge.matchAll(/M(\d+) (\d+)h(\d+)v1/g)]
      for (const [, x, y, long] of edges)
        for (let at = 0; at < Number(long); at += 1) expect(pixels[Number(y)]![Number(x) + at]).toBe(0)
    }
    expect(rowsOf('語', { ...set, glyphs: new Map() })).toHaveLength(18)
  })
  it('is kept as digits, and not with too few of them', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 30 }), fc.array(fc.nat(), { minLength: 6, maxLength: 20 }), (width, all) => {
        const rows = all.map((row) => row % 2 ** width)
        expect(shapeRows(shapeText(rows, width), width, rows.length)).toEqual(rows)
      }),
      { seed: seedOf(162) },
    )
    expect(() => shapeRows('fff', 12, 18)).toThrow('3 digits for 18 rows of 3')
  })
})

describe('files of glyphs that are no such', () => {
  it.each([
    ['', 'line 1: is no BDF file'],
    ['STARTFONT 2.1\nCHARS 1', 'line 1: there is no FONTBOUNDINGBOX'],
    ['STARTFONT 2.1\nFONTBOUNDINGBOX 12 x 0 0', 'line 2: wants 4 whole figures'],
    ['STARTFONT 2.1\nFONTBOUNDINGBOX 200 200 0 0', 'line 2: cells are from 4 × 6 to 30 × 60 pixels'],
    ['STARTFONT 2.1\nFONTBOUNDINGBOX 8 8 0 0\nENCODING 65\nBITMAP\nFF', 'line 4: a bitmap without a box'],
    ['STARTFONT 2.1\nFONTBOUNDINGBOX 8 8 0 0\nENCODING 65\nBBX 8 2 0 0\nBITMAP\nFF\nno', 'line 7: is no row of a bitmap'],
    ['STARTFONT 2.1\nFONTBOUNDINGBOX 8 8 0 0', 'there is no glyph in it'],
  ])('are refused with their place: %s', (text, why) => {
    expect(() => setFromBdf(text, 'x', 256)).toThrow(why)
  })
  it('or are pictures of another shape, or without ink', () => {
    const empty = (width: number, height: number) => ({ width, height, data: new Uint8Array(width * height * 4) })
    expect(() => setFromSheet(empty(100, 100), 'x')).toThrow(
      '16 cells side by side and 16 or 32 below each other; this one is 100 × 100 pixels',
    )
    expect(() => setFromSheet(empty(192, 288), 'x')).toThrow('no cell of the sheet has any ink')
  })
  it('lets a smaller glyph stand in its cell where its box says', () => {
    const text = 'STARTFONT 2.1\nFONTBOUNDINGBOX 8 8 0 -2\nENCODING 65\nBBX 3 2 1 0\nBITMAP\nE0\nA0\nENDCHAR\nENDFONT'
    expect(setFromBdf(text, 'x', 256).glyphs.get('A')).toEqual([0, 0, 0, 0, 0b01110000, 0b01010000, 0, 0])
  })
})
