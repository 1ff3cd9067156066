import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { clearance, layLanes, least, type LaneRequest } from './lanes'

const boardHeight = 200
const request = fc.record({
  side: fc.constantFrom('left' as const, 'right' as const),
  across: fc.integer({ min: 0, max: 40 }).map((at) => at * 10),
  brim: fc.constantFrom('top' as const, 'bottom' as const),
  row: fc.integer({ min: -30, max: 40 }).map((at) => at * 10),
})
/** Each with a pad and a row of its own. */
const requests = fc
  .uniqueArray(request, { maxLength: 12, selector: ({ across }) => across })
  .map((list) => list.filter(({ row, side }, at) => list.findIndex((other) => other.row === row && other.side === side) === at))
  .map((list) => list.map((request, at): LaneRequest => ({ ...request, id: `w${at}` })))

const rowsOf = (list: LaneRequest[]) => ({
  left: list.filter(({ side }) => side === 'left').map(({ row }) => row),
  right: list.filter(({ side }) => side === 'right').map(({ row }) => row),
})
const beyond = ({ brim, row }: LaneRequest) => (brim === 'top' ? -row : row - boardHeight)

describe('layLanes', () => {
  it('gives each a lane beyond its edge of the board, none on another', () => {
    fc.assert(
      fc.property(requests, (list) => {
        const lanes = layLanes(list, boardHeight, rowsOf(list))
        expect(lanes.size).toBe(list.length)
        for (const one of list) {
          const height = lanes.get(one.id)!
          expect(one.brim === 'top' ? -height : height - boardHeight).toBeGreaterThan(0)
          for (const other of list) {
            if (one === other || Math.abs(height - lanes.get(other.id)!) >= least) continue
            expect(one.side).not.toBe(other.side)
            const [left, right] = one.side === 'left' ? [one, other] : [other, one]
            expect(left.across).toBeLessThan(right.across)
          }
        }
      }),
      { seed: seedOf(41), numRuns: 300 },
    )
  })

  it('lets a wire run straight on whenever its row lies beyond the board and nothing is in the way', () => {
    fc.assert(
      fc.property(requests, (list) => {
        const alone = list.filter(({ side }) => side === 'right')
        const lanes = layLanes(alone, boardHeight, rowsOf(alone))
        for (const one of alone) expect(lanes.get(one.id) === one.row).toBe(beyond(one) >= clearance)
      }),
      { seed: seedOf(42), numRuns: 200 },
    )
  })

  it('nests those that turn the same way: the farther pad takes the farther lane', () => {
    fc.assert(
      fc.property(requests, (list) => {
        const turning = list.filter(
          (request) => request.side === 'right' && request.brim === 'top' && beyond(request) < clearance,
        )
        const lanes = layLanes(turning, boardHeight, { left: [], right: [] })
        for (const one of turning) {
          for (const other of turning)
            if (one.across < other.across) expect(lanes.get(one.id)!).toBeLessThan(lanes.get(other.id)!)
        }
      }),
      { seed: seedOf(43), numRuns: 200 },
    )
  })
})
