import { describe, expect, it } from 'vitest'
import { at, judged } from '../../../../tests/helpers/displays'

describe('DSP-04', () => {
  it('tells of the outermost row and column', () => {
    expect(judged('DSP-04', { timer: at(0, 2) })).toEqual({
      facts: ['Near: Flight timer stands at the edge of the grid, which some screens cut off: columns 1 to 5, rows 3 to 3'],
      settled: true,
    })
  })
  it('tells of the outermost on all four sides, and of nothing one cell within', () => {
    const told = (x: number, y: number) => judged('DSP-04', { timer: at(x, y) }).facts.length
    const grid = /grid of (\d+)×(\d+)/.exec(judged('DSP-01', { timer: at(200, 200) }).facts[0]!)!
    const [columns, rows] = [Number(grid[1]), Number(grid[2])]
    // A timer is five cells long.
    expect([told(columns - 5, 2), told(columns - 6, 2)]).toEqual([1, 0])
    expect([told(4, 0), told(4, 1), told(4, rows - 1), told(4, rows - 2)]).toEqual([1, 0, 1, 0])
    expect(judged('DSP-01', { timer: at(columns - 5, rows - 1) }).facts).toEqual([])
    expect(judged('DSP-01', { timer: at(columns - 4, 2) }).facts).toHaveLength(1)
  })
  it('is silent otherwise, and without a layout', () => {
    expect(judged('DSP-04', { timer: at(1, 2) }).facts).toEqual([])
    expect(judged('DSP-04', {}).facts).toEqual([])
  })
})
