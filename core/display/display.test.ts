import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allocated, library } from '../../tests/helpers/plans'
import { flightAt, flightLength } from '../flight'
import { newPlan, resolvePlan, type DisplayLayout } from '../plan'
import {
  anchorAt,
  cellOf,
  displayOf,
  elementOf,
  elements,
  faultsOf,
  fedSources,
  hasGlyph,
  ownGlyphs,
  placedOn,
  screenOf,
  sizeOf,
} from '.'

const hex = resolvePlan(allocated('spillway-hex'))
const grids = [
  { columns: 30, rows: 13 },
  { columns: 30, rows: 16 },
  { columns: 50, rows: 18 },
  { columns: 53, rows: 20 },
  { columns: 60, rows: 22 },
]
const grid = fc.constantFrom(...grids)
const element = fc.constantFrom(...elements)
const layoutOf = (placed: DisplayLayout['elements']): DisplayLayout => ({ name: 'One', elements: placed })
const pal = { columns: 30, rows: 16, set: ownGlyphs(256), aspect: 4 / 3, by: 'x' }

describe('elements', () => {
  it('are never longer than their longest, at any moment of the flight of any build', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const build = resolvePlan(allocated(name))
      for (let time = 0; time <= flightLength; time += 5) {
        const values = flightAt(build, time)
        for (const { id, show, longest } of elements) {
          const lines = show(values, 'A name that is rather long')
          expect(lines.length, id).toBe(longest.length)
          lines.forEach((line, at) => expect(line.length, `${id} “${line}” at ${time}`).toBeLessThanOrEqual(longest[at]!.length))
        }
      }
    }
  })

  it('the horizon leans as the world does: right wing down its right end stands higher, nose up it stands lower', () => {
    const lines = (roll: number, pitch: number) => elementOf('horizon')!.show({ ...flightAt(hex, 0), roll, pitch }, 'X')
    const rowAt = (shown: string[], column: number) => shown.findIndex((line) => line[column] === '─')
    expect(rowAt(lines(20, 0), 8)).toBeLessThan(rowAt(lines(20, 0), 0))
    expect(rowAt(lines(-20, 0), 8)).toBeGreaterThan(rowAt(lines(-20, 0), 0))
    expect(rowAt(lines(0, 12), 0)).toBeGreaterThan(rowAt(lines(0, -12), 0))
  })

  it('use signs that a set of 512 has', () => {
    for (const { id, longest, show } of elements)
      for (const sign of [...longest, ...show(flightAt(hex, 300), 'X')].join(''))
        expect(hasGlyph(sign, ownGlyphs(512)), `${id} ${sign}`).toBe(true)
  })
})

describe('where elements lie', () => {
  it('an anchor made from a cell gives that cell', () => {
    fc.assert(
      fc.property(grid, element, fc.integer({ min: -3, max: 62 }), fc.integer({ min: -3, max: 24 }), (on, what, column, row) => {
        const size = sizeOf(what)
        void expect(cellOf(anchorAt({ column, row }, size, on), size, on)).toEqual({ column, row })
      }),
    )
  })

  it('a layout moved to another grid and back is what it was, and what fits stays on a larger one', () => {
    fc.assert(
      fc.property(grid, grid, element, fc.nat(60), fc.nat(22), (small, large, what, x, y) => {
        const size = sizeOf(what)
        const cell = {
          column: x % Math.max(1, small.columns - size.width + 1),
          row: y % Math.max(1, small.rows - size.height + 1),
        }
        const at = anchorAt(cell, size, small)
        expect(cellOf(at, size, small)).toEqual(cell)
        if (large.columns < small.columns || large.rows < small.rows) return
        const there = cellOf(at, size, large)
        expect(there.column).toBeGreaterThanOrEqual(0)
        expect(there.row).toBeGreaterThanOrEqual(0)
        expect(there.column + size.width).toBeLessThanOrEqual(large.columns)
        expect(there.row + size.height).toBeLessThanOrEqual(large.rows)
      }),
    )
  })

  it('two share a cell on the screen if and only if that is said', () => {
    const spot = fc.record({ what: element, column: fc.nat(25), row: fc.nat(14) })
    fc.assert(
      fc.property(fc.uniqueArray(spot, { maxLength: 6, selector: ({ what }) => what.id }), (spots) => {
        const layout = layoutOf(
          Object.fromEntries(spots.map(({ what, column, row }) => [what.id, anchorAt({ column, row }, sizeOf(what), pal)])),
        )
        const counts = new Map<string, number>()
        for (const { column, row, width, height } of placedOn(layout, pal))
          for (let x = column; x < column + width; x += 1)
            for (let y = row; y < row + height; y += 1) counts.set(`${x} ${y}`, (counts.get(`${x} ${y}`) ?? 0) + 1)
        const shared = [...counts.values()].some((count) => count > 1)
        expect(faultsOf(layout, pal).some(({ rule }) => rule === 'DSP-02')).toBe(shared)
      }),
    )
  })
})

describe('the screen', () => {
  it('shows each element where it lies, a placeholder for what the set has not, nothing beyond the grid', () => {
    const layout = layoutOf({
      cell: { across: 'left', column: 1, down: 'top', row: 1 },
      traffic: { across: 'left', column: 1, down: 'top', row: 3 },
      volts: { across: 'right', column: 3, down: 'bottom', row: 0 },
    })
    const screen = screenOf(layout, pal, undefined, 'X').map((row) => row.join(''))
    expect(screen).toHaveLength(16)
    expect(new Set(screen.map(({ length }) => length))).toEqual(new Set([30]))
    expect(screen[1]!.trim()).toBe('9.99V')
    expect(screen[3]!.trim()).toBe('□99.9km+999m')
    expect(screen[15]!.trim()).toBe('▯99')
    expect(
      screenOf(layout, { ...pal, set: ownGlyphs(512) }, undefined, 'X')[3]!
        .join('')
        .trim(),
    ).toBe('✈99.9km+999m')
  })

  it('is what the fit-out draws it on: overlay, chip, or digital link with its grid and set', () => {
    expect(displayOf(hex)).toMatchObject({ columns: 30, rows: 16, set: ownGlyphs(256), by: 'Text overlay' })
    expect(displayOf(resolvePlan(allocated('fellside-mapper')))).toMatchObject({
      columns: 50,
      rows: 18,
      set: ownGlyphs(512),
      aspect: 16 / 9,
    })
    const ntsc = allocated('spillway-hex', { type: 'setting.set', device: 'overlay', setting: 'standard', value: 'NTSC' })
    expect(displayOf(resolvePlan(ntsc))).toMatchObject({ rows: 13 })
    const bare = allocated('culvert-scout', { type: 'device.remove', device: 'overlay' })
    expect(displayOf(resolvePlan(bare))).toBeUndefined()
  })

  it('is fed by what has a place', () => {
    expect([...fedSources(hex)].sort()).toEqual(
      ['board', 'compass', 'current', 'escs', 'gnss', 'height', 'receiver', 'traffic', 'voltage'].sort(),
    )
    expect([...fedSources(resolvePlan({ ...allocated('spillway-hex'), assignment: {} }))].sort()).toEqual([
      'board',
      'height',
      'voltage',
    ])
  })

  it('shows a current that a sensor, the telemetry of an ESC or the board itself tells', () => {
    const { assignment, ...rest } = allocated('spillway-hex')
    const without = (...kinds: string[]) => {
      const gone = hex.needs.filter(({ need }) => kinds.includes(need.kind === 'analog' ? (need.measures ?? '') : need.kind))
      const kept = Object.entries(assignment).filter(([key]) => !gone.some((need) => need.key === key))
      return resolvePlan({ ...rest, assignment: Object.fromEntries(kept) })
    }
    expect(fedSources(without('current'))).toContain('current')
    expect(fedSources(without('current', 'serial'))).not.toContain('current')
    const tansy = resolvePlan(newPlan('Small', library.boards['tansy-20']!))
    expect(fedSources(tansy)).toContain('current')
  })

  it('knows its elements by id', () => {
    expect(elementOf('volts')!.name).toBe('Battery voltage')
    expect(elementOf('nonsense')).toBeUndefined()
  })
})
