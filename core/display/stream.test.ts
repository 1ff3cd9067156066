import fc from 'fast-check'
import { expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { flightAt } from '../flight'
import { resolvePlan } from '../plan'
import { redrawBytes } from '../protocols'
import { displayOf, displayStream, screenOf, signOfCode } from '.'
import { drawnGlyphs } from './glyphs'
import { glyphCode } from './stream'

/** A little terminal of its own: it takes the frames apart by hand and writes into a grid, as a receiver does. */
function terminal(bytes: Uint8Array, columns: number, rows: number): (number | undefined)[][] {
  let grid = Array.from({ length: rows }, () => Array<number | undefined>(columns).fill(undefined))
  let shown = grid
  for (let at = 0; at < bytes.length;) {
    expect([...bytes.slice(at, at + 3)]).toEqual([0x24, 0x4d, 0x3e])
    const length = bytes[at + 3]!
    const frame = bytes.slice(at + 3, at + 5 + length)
    expect(frame.reduce((sum, byte) => sum ^ byte, 0)).toBe(bytes[at + 5 + length])
    const [, command, kind, row, column, page, ...text] = frame
    expect(command).toBe(182)
    if (kind === 2) grid = grid.map((cells) => cells.map(() => undefined))
    if (kind === 3)
      text.forEach((code, across) => (grid[row!]![column! + across] = code === 0x20 ? undefined : page! * 256 + code))
    if (kind === 4) shown = grid
    at += 6 + length
  }
  return shown
}

const wanted = (screen: string[][]) =>
  screen.map((cells) =>
    cells.map((sign) => {
      const { code, page } = glyphCode(sign)
      return sign === ' ' ? undefined : page * 256 + code
    }),
  )
const signs = [...'AZaz09 -+.%', '°', ...Object.keys(drawnGlyphs)]

it('what goes over the link gives the screen, cell by cell', () => {
  const screens = fc.array(fc.array(fc.constantFrom(...signs, ' ', ' ', ' '), { minLength: 30, maxLength: 30 }), {
    minLength: 13,
    maxLength: 13,
  })
  fc.assert(fc.property(screens, (screen) => void expect(terminal(displayStream(screen), 30, 13)).toEqual(wanted(screen))))
})

it('so does that of a layout along the flight, in fewer bytes than a whole redraw', () => {
  const plan = allocated('spillway-hex')
  const resolved = resolvePlan(plan)
  const display = displayOf(resolved)!
  for (const layout of Object.values(plan.displays))
    for (let time = 0; time <= 600; time += 30) {
      const screen = screenOf(layout, display, flightAt(resolved, time), plan.name)
      const stream = displayStream(screen)
      expect(terminal(stream, display.columns, display.rows)).toEqual(wanted(screen))
      expect(stream.length).toBeLessThan(redrawBytes(display.columns, display.rows))
    }
})

it('each sign has a code of its own', () => {
  const codes = signs.map((sign) => JSON.stringify(glyphCode(sign)))
  expect(new Set(codes).size).toBe(signs.length)
  for (const sign of signs.filter((each) => each !== ' ')) {
    const { code, page } = glyphCode(sign)
    expect(signOfCode(page * 256 + code)).toBe(sign)
  }
})
