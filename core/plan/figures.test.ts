import { describe, expect, it } from 'vitest'
import { figures, readFigure, type Figure } from './index'

describe('a figure that is typed', () => {
  it('is read with a comma or a point, and is none where nothing stands', () => {
    expect(readFigure(' 1,5 ', 'motor')).toEqual({ value: 1.5 })
    expect(readFigure('1.5', 'motor')).toEqual({ value: 1.5 })
    expect(readFigure('  ', 'gauge', true)).toEqual({})
  })
  it.each(Object.keys(figures) as Figure[])('is refused with its limits when it is no figure or beyond them: %s', (figure) => {
    const { min, max, unit } = figures[figure]
    for (const text of ['1.5 A', 'AWG28', 'NaN', 'Infinity', '1e9', String(min - 1), String(max + 1), '0x', '--1']) {
      expect(readFigure(text, figure)).toEqual({ wrong: `${min} to ${max} ${unit}`.trim() })
    }
    expect(readFigure(String(min), figure)).toEqual({ value: min })
    expect(readFigure(String(max), figure)).toEqual({ value: max })
  })
  it('may have to be whole', () => {
    expect(readFigure('28.5', 'gauge', true)).toEqual({ wrong: '4 to 40 AWG, whole' })
  })
})
