import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../tests/helpers/amount'
import { displayStream, ownGlyphs, signOfCode } from '#core/display'
import { StandInDisplay } from './display'

const signs = [...ownGlyphs(512).glyphs.keys()]
const screen = fc.array(fc.array(fc.constantFrom(' ', ' ', ...signs), { minLength: 30, maxLength: 30 }), {
  minLength: 13,
  maxLength: 13,
})
const asSigns = (shown: number[][]) => shown.map((row) => row.map((code) => (code === 0 ? ' ' : signOfCode(code))))

describe('the display of the simulated board', () => {
  it('shows what is sent, and the next after it', () => {
    fc.assert(
      fc.property(screen, screen, (one, other) => {
        const display = new StandInDisplay(30, 13)
        expect(asSigns(display.take([...displayStream(one)]))).toEqual(one)
        expect(asSigns(display.take([...displayStream(other)]))).toEqual(other)
      }),
      { seed: seedOf(181), numRuns: 30 },
    )
  })
  it('shows nothing of it before it is told to, and keeps what it showed', () => {
    const display = new StandInDisplay(30, 13)
    const blank = Array.from({ length: 13 }, () => Array.from({ length: 30 }, () => ' '))
    const text = blank.map((row, at) => (at === 4 ? row.with(2, 'A') : row))
    const bytes = [...displayStream(text)]
    const show = bytes.length - 7
    expect(asSigns(display.take(bytes.slice(0, show)))).toEqual(blank)
    expect(asSigns(display.take(bytes.slice(show)))).toEqual(text)
    expect(asSigns(display.take([]))).toEqual(text)
  })
  it('passes over what is broken, and nothing goes beyond its grid', () => {
    fc.assert(
      fc.property(screen, fc.array(fc.nat(255), { maxLength: 60 }), fc.nat(), (text, noise, at) => {
        const bytes = [...displayStream(text)]
        const broken = bytes.with(at % bytes.length, (bytes[at % bytes.length]! + 1) % 256)
        const display = new StandInDisplay(30, 13)
        display.take([...noise, ...broken])
        expect(asSigns(display.take([0, 0, 0, ...bytes]))).toEqual(text)
        const small = new StandInDisplay(8, 4).take(bytes)
        expect(asSigns(small)).toEqual(text.slice(0, 4).map((row) => row.slice(0, 8)))
      }),
      { seed: seedOf(182), numRuns: 40 },
    )
  })
})
