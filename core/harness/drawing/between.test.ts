import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../../tests/helpers/amount'
import { drawnPlan } from '../../../tests/helpers/drawn-plan'
import { allocated } from '../../../tests/helpers/plans'
import { adopt, analyse } from '../../engine'
import { resolvePlan } from '../../plan'
import { defaultLayers, roomOf, Sheet, wiresOf, type Between, type DrawnBox, type Layers } from '../index'

const everyLayer: Layers = { main: true, signal: true, video: true, supply: true, ground: true }
const screen = roomOf(964, 600, 8)

interface Area {
  x: number
  y: number
  width: number
  height: number
}

const meet = (one: Area, other: Area) =>
  one.x < other.x + other.width && other.x < one.x + one.width && one.y < other.y + other.height && other.y < one.y + one.height

describe('devices between the columns', () => {
  it.each(['spillway-hex', 'fellside-mapper'] as const)(
    'stand above or below the board, clear of all others, and no wire runs through a box: %s',
    (name) => {
      const resolved = resolvePlan(allocated(name))
      const wires = wiresOf(resolved)
      fc.assert(
        fc.property(
          fc.boolean(),
          fc.array(fc.record({ at: fc.nat(), brim: fc.constantFrom('top', 'bottom'), side: fc.constantFrom('left', 'right') }), {
            minLength: 1,
            maxLength: 5,
          }),
          (every, picks) => {
            const sheet = new Sheet(resolved, wires, every ? everyLayer : defaultLayers, screen)
            const { left, right } = sheet.startingArrangement()
            const ids = [...left, ...right]
            const between = picks
              .map(({ at, brim, side }) => ({ id: ids[at % ids.length]!, brim, side }) as Between)
              .filter(({ id }, at, all) => all.findIndex((other) => other.id === id) === at)
            const out = new Set(between.map(({ id }) => id))
            const rest = (column: string[]) => column.filter((id) => !out.has(id))
            const { devices, wires: drawn, board, height } = sheet.draw({ left: rest(left), right: rest(right), between }, {})
            expect(devices.map(({ id }) => id).sort()).toEqual([...ids].sort())
            const byId = new Map(devices.map((box) => [box.id, box]))
            // With labels beside the boxes some boards are too narrow; then they stand in the columns.
            for (const { id, brim } of every ? between : []) {
              const box = byId.get(id)!
              expect(brim === 'top' ? box.y + box.height <= board.y : box.y >= board.y + board.height).toBe(true)
              expect(box.x >= board.x && box.x + box.width <= board.x + board.width).toBe(true)
            }
            for (const [at, box] of devices.entries()) {
              expect(box.y >= 0 && box.y + box.height <= height).toBe(true)
              for (const other of [...devices.slice(at + 1), board]) expect(meet(box, other)).toBe(false)
            }
            for (const { wire, points } of drawn) {
              const from = byId.get(wire.from.device!)!
              const starts = from.terminals.filter(({ point, badge }) => point === wire.from.point && !badge)
              expect(starts.map(({ x, y }) => ({ x, y }))).toContainEqual(points[0])
              points.slice(1).forEach((to, at) => {
                const piece = pieceOf(points[at]!, to)
                for (const box of devices) expect(meet(piece, inside(box)), `${wire.id} through ${box.id}`).toBe(false)
              })
            }
          },
        ),
        { seed: seedOf(88), numRuns: amount(20) },
      )
    },
  )

  it('make a drawing larger that would be too high to read', () => {
    const plan = drawnPlan(2, 22)
    const resolved = resolvePlan(adopt(plan, analyse(plan).proposal))
    const drawing = new Sheet(resolved, wiresOf(resolved), everyLayer, screen).best()
    const { left, right, between = [] } = drawing.arrangement
    expect(between.length).toBeGreaterThan(0)
    // With the columns alone, however they are arranged, it was 1.23 times too high.
    expect(drawing.height / screen.height).toBeLessThan(1.15)
    expect(new Set([...left, ...right, ...between.map(({ id }) => id)]).size).toBe(left.length + right.length + between.length)
  })
})

/** A straight piece of wire as an area of its own. */
function pieceOf(from: { x: number; y: number }, to: { x: number; y: number }): Area {
  expect(from.x === to.x || from.y === to.y).toBe(true)
  return { x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(from.x - to.x), height: Math.abs(from.y - to.y) }
}

/** What of a box no wire may touch. */
const inside = ({ x, y, width, height }: DrawnBox): Area => ({ x: x + 1, y: y + 1, width: width - 2, height: height - 2 })
