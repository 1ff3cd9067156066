import { describe, expect, it } from 'vitest'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { demo, library, type DemoName } from '../../tests/helpers/plans'
import { applyEdit, boardId, resolvePlan, splitKey } from '../plan'
import { allocate, compareBoards, compareScores, loadSolver, lossesOn, moveTo, possibleAdditions, sortBoards } from './index'

const boards = Object.values(library.boards)
const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']

const solver = await loadSolver()

describe('compareBoards', () => {
  it.each(names)('tries %s on every revision of every board, and the edit leads to what it says', (name) => {
    const plan = demo(name)
    const fits = [...compareBoards(plan, boards)]
    expect(fits).toHaveLength(boards.reduce((sum, board) => sum + Object.keys(board.revisions).length, 0))
    for (const fit of fits) {
      const after = applyEdit(plan, moveTo(library.boards[fit.board]!, fit))
      expect(after.board).toMatchObject({ definition: fit.board, revision: fit.revision, firmware: fit.firmware })
      const again = allocate(resolvePlan(after))
      expect(again.unmet).toEqual(fit.unmet)
      expect(again.score.moves, 'the plan stands as moved').toBe(0)
      expect({ ...again.score, moves: 0 }).toEqual(fit.score)
      expect(fit.verdict).toBe(fit.unmet.length ? 'lost' : fit.score.risk > 0 ? 'cost' : 'fits')
      expect(Object.keys(after.assignment).length + Object.keys(after.supplies).length + fit.unmet.length).toBe(
        Object.keys(again.assignment).length + Object.keys(again.supplies).length + again.unmet.length,
      )
    }
  })

  it('keeps devices, variants and what is left out', () => {
    const plan = demo('culvert-scout', { type: 'need.leave-out', need: 'adapter/enable', leftOut: true })
    const [fit] = [...compareBoards(plan, [library.boards['orchil-duo']!])]
    expect(applyEdit(plan, moveTo(library.boards['orchil-duo']!, fit!)).devices).toEqual(plan.devices)
  })

  it('tells what is lost once each, the supply of the board that is tried as its own', () => {
    const fits = [...compareBoards(demo('spillway-hex'), boards)]
    const lost = fits.map((fit) => lossesOn(fit, (key) => splitKey(key)[0]))
    for (const [at, words] of lost.entries()) {
      const owners = fits[at]!.unmet.map((key) => splitKey(key)[0])
      expect(words).toHaveLength(new Set(owners).size)
      expect(words.includes('its own supply')).toBe(owners.includes(boardId))
      expect(words).not.toContain(boardId)
    }
    expect(lost.flat()).toContain('its own supply')
    expect(lost.flat().length).toBeLessThan(fits.flatMap(({ unmet }) => unmet).length)
  })

  it('sees when the battery does not suit', () => {
    const fits = [...compareBoards(demo('spillway-hex'), boards)]
    expect(fits.find(({ board }) => board === 'tansy-20')!.batterySuits).toBe(false)
    expect(fits.find(({ board }) => board === 'corran-7')!.batterySuits).toBe(true)
  })

  it('is sorted by fit, then by ports to spare', () => {
    const fits = sortBoards([...compareBoards(demo('culvert-scout'), boards)])
    fits.slice(1).forEach((fit, at) => {
      const before = fits[at]!
      if (before.batterySuits !== fit.batterySuits) {
        expect(before.batterySuits).toBe(true)
        return
      }
      const order = compareScores(before.score, fit.score)
      expect(order).toBeLessThanOrEqual(0)
      if (order === 0) expect(before.sparePorts).toBeGreaterThanOrEqual(fit.sparePorts)
    })
  })
})

describe('spare current', () => {
  it('is what all regulators have left beside what the board takes itself, through regulators behind them too', () => {
    const { definitions, ...plan } = demo('spillway-hex')
    const empty = { ...plan, definitions, devices: [], assignment: {}, supplies: {} }
    const { board } = resolvePlan(empty)
    expect(board.rails.filter(({ volts, source }) => volts && source).map(({ id, limit, own }) => [id, limit, own])).toEqual([
      ['v5', 2, 0.18],
      ['v10', 1.8, 0],
      ['v33', 0.3, 0.06],
    ])
    const reachable = (rail: string) => board.pads.some((pad) => pad.rail === rail)
    // What 3.3 V takes comes through 5 V.
    const spare = 2 - 0.18 - 0.06 + 1.8 + (reachable('v33') ? 0.3 - 0.06 : 0)
    const [row] = [...compareBoards(empty, [library.boards['corran-7']!])]
    expect(row!.spareCurrent).toBeCloseTo(spare, 6)
  })
})

describe('possibleAdditions', () => {
  it('tells of every device, however short the time, and is sure of nothing that it has not proven', () => {
    const plan = drawnPlan(3, 24)
    const devices = ['carrel-2', 'sonde-r', 'merlow-n1', 'ulna-a9'].map((id) => library.devices[id]!)
    const hasty = [...possibleAdditions(plan, devices, library.protocols, () => ({ maxNodes: 1 }))]
    const patient = [...possibleAdditions(plan, devices, library.protocols, () => ({ solver }))]
    expect(hasty.map(({ device }) => device)).toEqual(devices.map(({ id }) => id))
    expect(hasty.some(({ proven }) => !proven)).toBe(true)
    expect(patient.every(({ proven }) => proven)).toBe(true)
    hasty.forEach(({ proven, ...found }, at) => {
      if (proven) expect({ ...found, proven }).toEqual(patient[at])
    })
  })

  it('never takes a place from what is there, and is true when tried', () => {
    const plan = demo('fellside-mapper')
    const base = allocate(resolvePlan(plan))
    const devices = ['carrel-2', 'sonde-r', 'merlow-n1', 'ulna-a9'].map((id) => library.devices[id]!)
    for (const found of possibleAdditions(plan, devices, library.protocols)) {
      expect(found.fits).toBe(found.unmet.length === 0)
      expect(found.proven).toBe(true)
      const definition = library.devices[found.device]!
      const more = applyEdit(plan, {
        type: 'device.add',
        definition,
        protocols: Object.values(library.protocols),
        device: {
          id: 'more',
          definition: definition.id,
          variant: Object.keys(definition.variants)[0]!,
          name: 'More',
          priority: 3,
          leftOut: [],
        },
      })
      const { unmet } = allocate(resolvePlan(more))
      expect(unmet.some((key) => key.startsWith('more/'))).toBe(!found.fits)
      for (const key of unmet.filter((left) => !left.startsWith('more/'))) expect(base.unmet).toContain(key)
    }
  })
})
