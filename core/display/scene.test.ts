import { describe, expect, it } from 'vitest'
import { ownGlyphs } from './glyph-set'
import { guidesOf, placedOn, rasterOf, sceneShapes, scenes, type Scene } from '.'
import type { DisplayLayout } from '../plan'

const display = { columns: 30, rows: 16, set: ownGlyphs(256), aspect: 4 / 3, by: 'x' }
const blank = Array.from({ length: 16 }, () => Array.from({ length: 30 }, () => ' '))
const level = { roll: 0, pitch: 0, heading: 40, time: 3 }

describe('the picture behind the text', () => {
  const colourAt = (sight: typeof level, x: number, y: number, scene: Scene = 'day', screen = blank) => {
    const { width, data } = rasterOf(screen, display, scene, sight)
    return `#${[...data.slice((y * width + x) * 4, (y * width + x) * 4 + 3)].map((part) => part.toString(16).padStart(2, '0')).join('')}`
  }
  it('has the sky above and the ground below, turned as the craft banks', () => {
    for (const scene of ['day', 'night', 'snow'] as const) {
      expect(colourAt(level, 180, 5, scene)).toBe(scenes[scene].sky)
      expect(colourAt(level, 180, 280, scene)).toBe(scenes[scene].ground)
    }
    // Right wing down: the ground comes up on the right.
    const banked = { ...level, roll: 40 }
    expect(colourAt(banked, 350, 60)).toBe(scenes.day.ground)
    expect(colourAt(banked, 10, 230)).toBe(scenes.day.sky)
    // Nose up: more sky.
    expect(colourAt({ ...level, pitch: 20 }, 180, 200)).toBe(scenes.day.sky)
  })
  it('shows glyphs at their true pixels over it, and alone where no picture is wanted', () => {
    const screen = blank.map((cells, row) => (row === 2 ? cells.with(3, 'A') : cells))
    const rows = display.set.glyphs.get('A')!
    const { width, data } = rasterOf(screen, display, 'day', undefined)
    for (let y = 0; y < 18; y += 1)
      for (let x = 0; x < 12; x += 1) {
        const at = ((2 * 18 + y) * width + 3 * 12 + x) * 4
        if ((rows[y]! >> (11 - x)) & 1) expect([...data.slice(at, at + 4)]).toEqual([255, 255, 255, 255])
        else expect(data[at]).toBe(0)
      }
    expect(data.filter((_, at) => at % 4 === 3 && at < 2 * 18 * width * 4).every((opacity) => opacity === 0)).toBe(true)
  })
  it('moves with the heading, and has specks by night and in snow', () => {
    expect(sceneShapes('day', level, 360)[0]).not.toEqual(sceneShapes('day', { ...level, heading: 50 }, 360)[0])
    expect(sceneShapes('day', level, 360)).toHaveLength(2)
    expect(sceneShapes('night', level, 360)).toHaveLength(3)
    expect(sceneShapes('snow', level, 360)).toHaveLength(3)
  })
})

describe('help with placing', () => {
  const at = (column: number, row: number) => ({ across: 'left' as const, column, down: 'top' as const, row })
  const guides = (elements: DisplayLayout['elements'], id: string) => {
    const all = placedOn({ name: 'x', elements }, display)
    return guidesOf(
      all.find(({ element }) => element.id === id)!,
      all,
      display,
    )
  }
  it('finds edges and middles that meet, and free cells each way', () => {
    // The timer is five wide, the current six.
    expect(guides({ timer: at(4, 2), amps: at(4, 6) }, 'timer')).toEqual({
      columns: [4],
      rows: [],
      free: { left: 4, right: 21, above: 2, below: 3 },
    })
    expect(guides({ timer: at(4, 2), amps: at(12, 2) }, 'timer')).toEqual({
      columns: [],
      rows: [2, 2.5, 3],
      free: { left: 4, right: 3, above: 2, below: 13 },
    })
    expect(guides({ timer: at(4, 2) }, 'timer').columns).toEqual([])
  })
})
