import { describe, expect, it } from 'vitest'
import { demo, library } from '../../../tests/helpers/plans'
import { resolvePlan, type ResolvedPlan } from '../../plan'
import type { Wire } from '../wires'
import { edgeOf } from '../../catalogue'
import { boardShape } from './board'
import { findEscapes } from './escapes'
import { grid, type Point } from './model'

const boards = Object.values(library.boards).flatMap((definition) =>
  Object.keys(definition.revisions).map((revision) => ({ definition, revision, name: `${definition.name} ${revision}` })),
)

function onBoard({ definition, revision }: (typeof boards)[number]): ResolvedPlan {
  const firmware = Object.keys(definition.firmwares)[0]!
  return resolvePlan(demo('spillway-hex', { type: 'board.choose', definition, revision, firmware }))
}

/** A wire to each pad of the board, as far as escapes look at it. */
const wiresToAll = ({ board }: ResolvedPlan) =>
  board.pads.map(({ id }) => ({ to: { point: id, label: id }, from: { device: 'x', point: 'p', label: 'p' } }) as Wire)

/** Least distance of a point to a straight piece. */
function distance({ x, y }: Point, from: Point, to: Point): number {
  const nearest = {
    x: Math.min(Math.max(x, Math.min(from.x, to.x)), Math.max(from.x, to.x)),
    y: Math.min(Math.max(y, Math.min(from.y, to.y)), Math.max(from.y, to.y)),
  }
  return Math.hypot(x - nearest.x, y - nearest.y)
}

describe('ways from pads to the edge', () => {
  it.each(boards)('start at the pad and end on its edge, at right angles: $name', (board) => {
    const resolved = onBoard(board)
    const wires = wiresToAll(resolved)
    const shape = boardShape(resolved, new Set())
    const escapes = findEscapes(resolved, shape, wires)
    expect(escapes.size).toBe(resolved.board.pads.length)
    for (const pad of resolved.board.pads) {
      const { edge, points } = escapes.get(pad.id)!
      const drawn = shape.pads.find(({ id }) => id === pad.id)!
      expect(points[0]).toEqual({ x: drawn.x, y: drawn.y })
      expect(edge).toBe(edgeOf(pad, resolved.board.outline))
      const last = points.at(-1)!
      expect(edge === 'left' || edge === 'top' ? Math.min(last.x, last.y) : 0).toBeGreaterThanOrEqual(0)
      const at = { left: last.x, right: last.x - shape.width, top: last.y, bottom: last.y - shape.height }[edge]
      expect(at, pad.id).toBe(0)
      points.slice(1).forEach((to, index) => expect(to.x === points[index]!.x || to.y === points[index]!.y).toBe(true))
    }
  })

  it.each(boards)('leave the board apart from each other, past no pad of its edge: $name', (board) => {
    const resolved = onBoard(board)
    const shape = boardShape(resolved, new Set())
    const escapes = findEscapes(resolved, shape, wiresToAll(resolved))
    const border = shape.pads.filter(({ under, id }) => !under && escapes.get(id)!.points.length === 2)
    for (const [id, { edge, points }] of escapes) {
      const [before, last] = [points.at(-2)!, points.at(-1)!]
      for (const pad of border) {
        if (pad.id === id || escapes.get(pad.id)!.edge !== edge) continue
        expect(distance(pad, before, last), `${id} past ${pad.id}`).toBeGreaterThanOrEqual(grid.row / 2 - 1.5)
      }
    }
  })
})

describe('boardShape', () => {
  it.each(boards)('keeps the proportions of $name, with pads a row apart where they are closest', (board) => {
    const resolved = onBoard(board)
    const { outline, pads } = resolved.board
    const shape = boardShape(resolved, new Set([pads[0]!.id]))
    expect(shape.width / shape.height).toBeCloseTo(outline.width / outline.height, 1)
    expect(shape.pads.filter(({ used }) => used).map(({ id }) => id)).toEqual([pads[0]!.id])
    for (const pad of shape.pads) {
      const { x, y } = pads.find(({ id }) => id === pad.id)!
      expect(Math.abs(pad.x - x * shape.scale)).toBeLessThanOrEqual(0.25 + 1e-9)
      expect(Math.abs(pad.y - y * shape.scale)).toBeLessThanOrEqual(0.25 + 1e-9)
      expect(Number.isInteger(pad.x * 2) && Number.isInteger(pad.y * 2)).toBe(true)
    }
  })
})
