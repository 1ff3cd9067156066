import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { blankBoard } from '../catalogue'
import { InputError } from '../schema'
import { frameOf, holePatterns, isQuad, layingOf, mapped, pixelsFor, straightened, undone } from '.'
import type { Marks, Pixels, PlaneMap, Point, Quad } from '.'

const { outline } = blankBoard('own', 'Own')
const near = (one: Point, other: Point, within = 1e-6) => Math.hypot(one.x - other.x, one.y - other.y) < within

/** A photograph taken at a slant: a turn, a scale, a shift and a vanishing line far off. */
const slants = fc
  .record({
    turn: fc.double({ min: -3, max: 3, noNaN: true }),
    scale: fc.double({ min: 5, max: 40, noNaN: true }),
    lean: fc.tuple(fc.double({ min: -0.004, max: 0.004, noNaN: true }), fc.double({ min: -0.004, max: 0.004, noNaN: true })),
  })
  .map(({ turn, scale, lean: [g, h] }): PlaneMap => {
    const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)]
    return [cos, -sin, 700, sin, cos, 700, g, h, 1]
  })
const quadOf = (map: PlaneMap, width: number, height: number, { x, y } = { x: 0, y: 0 }): Quad => [
  mapped(map, { x, y }),
  mapped(map, { x: x + width, y }),
  mapped(map, { x: x + width, y: y + height }),
  mapped(map, { x, y: y + height }),
]
const spots = fc.record({ x: fc.double({ min: 0, max: 36, noNaN: true }), y: fc.double({ min: 0, max: 36, noNaN: true }) })

describe('pictures at a slant', () => {
  it('a map of four points is undone by its way back', () => {
    fc.assert(
      fc.property(slants, spots, (camera, spot) => {
        expect(near(mapped(undone(camera), mapped(camera, spot)), spot)).toBe(true)
      }),
      { numRuns: 300, seed: 38_001 },
    )
  })

  it('a photograph of a board is straightened by its corners: each place is found again', () => {
    fc.assert(
      fc.property(slants, spots, (camera, spot) => {
        const four = quadOf(camera, 36, 30)
        const { onBoard, outline: told } = layingOf({ by: 'corners', four, size: { width: 36, height: 30 } }, outline, 'top')
        expect(told).toMatchObject({ width: 36, height: 30 })
        expect(near(mapped(onBoard, mapped(camera, spot)), spot, 1e-4)).toBe(true)
      }),
      { numRuns: 300, seed: 38_002 },
    )
  })

  it('by its holes, from both sides: the outline is told by the top, and the bottom is lined up with it', () => {
    fc.assert(
      fc.property(slants, slants, spots, fc.constantFrom(...holePatterns), (above, below, spot, apart) => {
        const [width, height, at] = [apart.width + 6, apart.height + 8.5, { x: 2, y: 3.5 }]
        const four = quadOf(above, apart.width, apart.height, at)
        const box: [Point, Point] = [mapped(above, { x: width, y: 0 }), mapped(above, { x: 0, y: height })]
        const top = layingOf({ by: 'holes', four, apart, box }, outline, 'top')
        expect(top.outline).toMatchObject({ width, height })
        expect(top.outline.holes.map(({ x, y }) => [x, y])).toContainEqual([2, 3.5])
        expect(near(mapped(top.onBoard, mapped(above, spot)), spot, 0.06)).toBe(true)
        // From below the board is mirrored: its left hole lies as far from the left as the right one from the right.
        const seen = quadOf(below, apart.width, apart.height, { x: width - at.x - apart.width, y: at.y })
        const bottom = layingOf({ by: 'holes', four: seen, apart }, top.outline, 'bottom')
        expect(bottom.outline).toEqual(top.outline)
        expect(near(mapped(bottom.onBoard, mapped(below, spot)), spot, 0.06)).toBe(true)
      }),
      { numRuns: 200, seed: 38_003 },
    )
  })

  it('holes of a board that says nothing of them lie in its middle', () => {
    const four = quadOf([10, 0, 0, 0, 10, 0, 0, 0, 1], 30.5, 30.5)
    const { outline: told, onBoard } = layingOf({ by: 'holes', four, apart: holePatterns[0]! }, outline, 'top')
    expect(told.holes.map(({ x, y }) => [x, y])).toEqual([
      [2.8, 2.8],
      [33.3, 2.8],
      [2.8, 33.3],
      [33.3, 33.3],
    ])
    expect(near(mapped(onBoard, { x: 0, y: 0 }), { x: 2.8, y: 2.8 })).toBe(true)
  })

  it('a drawing is scaled by two places; a line that is nearly level is taken for level', () => {
    const marks: Marks = {
      by: 'distance',
      two: [
        { x: 100, y: 100 },
        { x: 300, y: 110 },
      ],
      apart: 20,
      box: [
        { x: 400, y: 380 },
        { x: 50, y: 60 },
      ],
    }
    const { onBoard, outline: told } = layingOf(marks, { ...outline, sketch: true }, 'top')
    const [one, other] = marks.two.map((at) => mapped(onBoard, at)) as [Point, Point]
    expect(one.y).toBeCloseTo(other.y, 9)
    expect(other.x - one.x).toBeCloseTo(20, 9)
    expect(told.sketch).toBeUndefined()
    expect(told.width).toBeGreaterThan(33)
  })

  it('marks that cannot be are named', () => {
    const crossed: Quad = [
      { x: 0, y: 0 },
      { x: 100, y: 100 },
      { x: 100, y: 0 },
      { x: 0, y: 100 },
    ]
    const line: Quad = [
      { x: 0, y: 0 },
      { x: 50, y: 1 },
      { x: 100, y: 0 },
      { x: 0, y: 100 },
    ]
    expect(isQuad(crossed)).toBe(false)
    expect(isQuad(line)).toBe(false)
    const size = { width: 36, height: 36 }
    expect(() => layingOf({ by: 'corners', four: crossed, size }, outline, 'top')).toThrow(/do not go round/)
    const four = quadOf([10, 0, 0, 0, 10, 0, 0, 0, 1], 36, 36)
    for (const width of [0, -3, Number.NaN, 501])
      expect(() => layingOf({ by: 'corners', four, size: { width, height: 36 } }, outline, 'top')).toThrow(InputError)
    const at = { x: 5, y: 5 }
    const other = { x: 90, y: 5 }
    expect(() => layingOf({ by: 'distance', two: [at, at], apart: 5, box: [at, other] }, outline, 'top')).toThrow(/one place/)
    expect(() => layingOf({ by: 'distance', two: [at, other], apart: 0, box: [at, other] }, outline, 'top')).toThrow(/distance/)
    // A board without height.
    expect(() => layingOf({ by: 'distance', two: [at, other], apart: 30, box: [at, other] }, outline, 'top')).toThrow(/height/)
  })
})

/** A picture whose colours tell where in it they stand. */
function telling(width: number, height: number): Pixels {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) data.set([(x * 255) / (width - 1), (y * 255) / (height - 1), 40, 255], (y * width + x) * 4)
  return { width, height, data }
}

describe('redrawn pictures', () => {
  it('each pixel has the colour of where it came from; beyond the picture it is white', () => {
    const picture = telling(256, 256)
    const camera: PlaneMap = [5, -1, 40, 1, 5, 20, 0.001, -0.002, 1]
    const size = { width: 36, height: 30 }
    const { onBoard } = layingOf({ by: 'corners', four: quadOf(camera, 36, 30), size }, outline, 'top')
    const frame = frameOf(size)
    const made = straightened(picture, onBoard, frame, { width: 88, height: 76 })
    let inside = 0
    for (let row = 0; row < made.height; row += 1)
      for (let column = 0; column < made.width; column += 1) {
        const spot = { x: frame.x + (column + 0.5) / 2, y: frame.y + (row + 0.5) / 2 }
        const from = mapped(camera, spot)
        const [red, green, blue] = made.data.subarray((row * made.width + column) * 4)
        const isShown = from.x > 0 && from.y > 0 && from.x < 256 && from.y < 256
        if (!isShown) expect([red, green, blue]).toEqual([255, 255, 255])
        else if (from.x > 1 && from.y > 1 && from.x < 255 && from.y < 255) {
          inside += 1
          expect(Math.abs(red! - (from.x - 0.5))).toBeLessThan(1.5)
          expect(Math.abs(green! - (from.y - 0.5))).toBeLessThan(1.5)
          expect(blue).toBe(40)
        }
      }
    expect(inside).toBeGreaterThan(3000)
  })

  it('has no more pixels than what it is made of, and none too many to keep', () => {
    const frame = frameOf({ width: 36, height: 36 })
    expect(pixelsFor(frame, [0.1, 0, 0, 0, 0.1, 0, 0, 0, 1])).toEqual({ width: 440, height: 440 })
    expect(pixelsFor(frame, [0.001, 0, 0, 0, 0.001, 0, 0, 0, 1])).toEqual({ width: 1600, height: 1600 })
  })

  it('what lets see through is seen over white', () => {
    const clear: Pixels = { width: 4, height: 4, data: new Uint8ClampedArray(64) }
    const { data } = straightened(clear, [1, 0, 0, 0, 1, 0, 0, 0, 1], { x: 0, y: 0, width: 4, height: 4 }, clear)
    expect([...data]).toEqual(Array.from({ length: 64 }, () => 255))
  })
})
