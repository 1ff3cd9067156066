import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blankBoard, openOrigins, type BoardDefinition } from '../catalogue'
import { demo } from '../../tests/helpers/plans'
import { analyse } from '../engine'
import { InputError, readDefinition } from '../schema'
import { bareBoard, bareLimits } from '.'

const made = (bare: Parameters<typeof bareBoard>[1]) => {
  const proposal = bareBoard(blankBoard('mine', 'Mine'), bare)
  return { ...proposal, board: readDefinition(JSON.parse(JSON.stringify(proposal.board))) as BoardDefinition }
}

describe('a bare board', () => {
  it('has what was asked for, can be saved, and says that all of it is proposed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: bareLimits.ports }),
        fc.integer({ min: 0, max: bareLimits.outputs }),
        fc.uniqueArray(fc.constantFrom(3.3, 9, 10, 12), { maxLength: 3 }),
        (ports, outputs, rails) => {
          const { board, unknown } = made({ ports, outputs, rails })
          expect(unknown).toEqual([])
          expect(Object.keys(board.ports)).toHaveLength(ports)
          expect(Object.values(board.pads).filter(({ output }) => output !== undefined)).toHaveLength(outputs)
          const volts = Object.values(board.rails).map((rail) => rail.volts)
          for (const each of [5, ...rails]) expect(volts).toContain(each)
          expect(board.outline.sketch).toBe(true)
          const open = openOrigins(board).map(([place]) => place)
          for (const pad of Object.keys(board.pads)) expect(open.some((place) => place.startsWith(`pads.${pad}`))).toBe(true)
        },
      ),
      { seed: 38, numRuns: 40 },
    )
  })

  it('refuses what cannot be, and names it', () => {
    for (const [bare, place] of [
      [{ ports: -1, outputs: 4, rails: [] }, 'ports'],
      [{ ports: 2.5, outputs: 4, rails: [] }, 'ports'],
      [{ ports: 4, outputs: 1e9, rails: [] }, 'outputs'],
      [{ ports: 4, outputs: 4, rails: [NaN] }, 'rails'],
      [{ ports: 4, outputs: 4, rails: [0] }, 'rails'],
    ] as const)
      expect(() => made({ ...bare, rails: [...bare.rails] }), place).toThrow(InputError)
  })

  it('takes a fit-out at once', () => {
    const { board } = made({ ports: 6, outputs: 8, rails: [9] })
    const plan = demo('culvert-scout', {
      type: 'board.choose',
      definition: board,
      revision: Object.keys(board.revisions)[0]!,
      firmware: Object.keys(board.firmwares)[0]!,
    })
    expect(Object.keys(analyse(plan).proposal.assignment).length).toBeGreaterThan(5)
  })
})
