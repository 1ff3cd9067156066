import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
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
})
