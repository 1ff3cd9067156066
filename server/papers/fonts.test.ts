import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { coloursUsed, harnessSvg, makingLines, paperParts, paperTable, type PaperPart } from '#core/documents'
import { drawHarness, wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { figure, formatAmps, formatBaud, formatShare, formatVolts, grouped } from '#core/units'
import { allocated } from '../../tests/helpers/plans'
import { Faces } from './fonts'

const bytes = (file: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${file}`))
const own = (weight: number) => bytes(`atkinson-hyperlegible/files/atkinson-hyperlegible-latin-${weight}-normal.woff`)
const others = ['latin-ext', 'greek', 'cyrillic'].map((name) => ({
  name,
  bytes: bytes(`noto-sans/files/noto-sans-${name}-400-normal.woff`),
}))

describe('the faces of a paper', () => {
  it('set a text in runs, each in a face that has its glyphs', () => {
    const faces = new Faces({ plain: own(400), bold: own(700), others })
    expect(faces.runs('Dam Φράγμα 2')).toEqual([
      { face: undefined, text: 'Dam ' },
      { face: 'greek', text: 'Φράγμα' },
      { face: undefined, text: ' 2' },
    ])
    expect(faces.runs('Ещё').map(({ face }) => face)).toEqual(['cyrillic'])
    expect(faces.runs('łő').map(({ face }) => face)).toEqual(['latin-ext'])
    expect([...faces.missing]).toEqual([])
    expect(faces.runs('A日')).toEqual([{ face: undefined, text: 'A?' }])
    expect([...faces.missing]).toEqual(['日'])
  })

  it('have a glyph for every sign that the product itself writes on paper', () => {
    const faces = new Faces({ plain: own(400), bold: own(700), others })
    const units = (['mm', 'g', 'µs', 'ms', 's', 'min', 'Hz', 'MHz', 'W', 'Ω', 'µT', '°C', 'mAh'] as const).map((unit) =>
      figure(-1234.5, unit),
    )
    const words = [...units, formatAmps(-0.012), formatVolts(13.25), formatBaud(115_200), formatShare(0.934), grouped(1_234_567)]
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const resolved = resolvePlan(allocated(name))
      const wires = wiresOf(resolved)
      const tables = (Object.keys(paperParts) as PaperPart[]).filter((part) => part !== 'drawing' && part !== 'making')
      for (const part of tables) {
        const { header, rows } = paperTable(part as 'wires', resolved, wires)
        words.push(...header, ...rows.flat().map(String))
      }
      words.push(...makingLines(resolved, wires).map(({ text }) => text), ...coloursUsed(wires).map((colour) => colour.name))
      words.push(harnessSvg(drawHarness(resolved, wires), name).replaceAll(/<[^>]*>/g, ''))
    }
    for (const text of words) faces.runs(text)
    expect([...faces.missing]).toEqual([])
    expect(faces.runs(formatBaud(115_200))).toEqual([{ face: undefined, text: '115\u00a0200 baud' }])
  })
})
