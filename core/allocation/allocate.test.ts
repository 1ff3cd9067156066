import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { bestByTrying } from '../../tests/helpers/oracle'
import { add, allocated, demo, library } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { readDefinition } from '../schema'
import { applyEdit, newPlan, resolvePlan, type Edit, type Plan } from '../plan'
import { factsOf } from '../../tests/helpers/findings'
import { tiny } from '../../tests/helpers/tiny'
import { drawing } from '../../tests/helpers/random-packing'
import { allocate, compareScores, layOut, type Allocation } from './index'

const run = (plan: Plan) => allocate(resolvePlan(plan))
const after = (name: Parameters<typeof demo>[0], ...edits: Edit[]) => run(demo(name, ...edits))

describe('allocate', () => {
  it('equals trying everything, on random small plans with every kind of constraint', () => {
    fc.assert(
      fc.property(randomPlan(4), (plan) => {
        const resolved = resolvePlan(plan)
        const { score, proven } = allocate(resolved)
        expect(proven).toBe(true)
        const levels = [score.unkeptLocks, score.unmetVital, score.unmetMusts, ...score.unmetWishes, score.risk, score.moves]
        expect(levels).toEqual(bestByTrying(resolved))
      }),
      { seed: seedOf(4242), numRuns: amount(500) },
    )
  })

  it('finds something for plans of nearly a hundred devices, however little time there is', () => {
    for (const seed of [801, 802, 803]) {
      const resolved = resolvePlan(drawnPlan(seed, 96))
      const { assignment, supplies, unmet, proven } = allocate(resolved, { stopped: () => true })
      expect(proven).toBe(false)
      const placed = Object.keys(assignment).length + Object.keys(supplies).length
      expect(placed + unmet.length).toBe(layOut(resolved).wants.length)
      expect(placed).toBeGreaterThan(50)
      expect(allocate(resolved, { maxNodes: 1 }).unmet.length).toBeLessThan(placed)
    }
  })

  it('tells the levels apart of plans of a hundred devices, with all that has a place locked there', () => {
    const plan = drawnPlan(3027, 100)
    const placesOf = ({ assignment, supplies }: Allocation) => ({
      ...Object.fromEntries(Object.entries(assignment).map(([key, { place }]) => [key, place])),
      ...supplies,
    })
    const locks = placesOf(allocate(resolvePlan(plan), { maxNodes: 50 }))
    const locked = allocate(resolvePlan({ ...plan, locks }), { maxNodes: 50 })
    expect(Object.keys(locks).length).toBeGreaterThan(100)
    expect(locked.score.unkeptLocks).toBe(0)
    expect(placesOf(locked)).toMatchObject(locks)
  })

  it('places everything of the hex, with proof', () => {
    const { unmet, proven, assignment } = after('spillway-hex')
    expect(unmet).toEqual([])
    expect(proven).toBe(true)
    expect(assignment['logger/log']!.place).toBe('port:uart7')
    expect(assignment['esc/telemetry']!.place).toBe('port:uart7')
  })

  it('keeps locks and moves the rest', () => {
    const plan = allocated('spillway-hex', { type: 'need.lock', need: 'gnss/fix', place: 'port:uart1' })
    const { assignment, unmet, score } = run(plan)
    expect(assignment['gnss/fix']!.place).toBe('port:uart1')
    expect(assignment['receiver/rc']!.place).not.toBe('port:uart1')
    expect(unmet).toEqual([])
    expect(score.moves).toBe(2)
  })

  it('keeps every lock that can be kept, also with one must too many: what gives way is not locked', () => {
    const seven = ['gnss', 'overlay', 'logger', 'adapter', 'camera', 'transmitter', 'receiver']
    const base = allocated('spillway-hex', {
      type: 'board.choose',
      definition: library.boards['orchil-duo']!,
      revision: Object.keys(library.boards['orchil-duo']!.revisions)[0]!,
      firmware: Object.keys(library.boards['orchil-duo']!.firmwares)[0]!,
    })
    const plan = applyEdit(base, {
      type: 'several',
      label: 'all musts',
      edits: seven
        .filter((id) => base.devices.some((device) => device.id === id))
        .map((device) => ({ type: 'device.priority' as const, device, priority: 'must' as const })),
    })
    const before = run(plan)
    expect(before.score.unmetMusts).toBeGreaterThan(0)
    const problem = layOut(resolvePlan(plan))
    let tried = 0
    for (const { key, verdicts } of problem.wants.filter((want) => want.need?.need.kind === 'serial')) {
      for (const { place, candidates } of verdicts) {
        if (!candidates.length) continue
        const locked = run(applyEdit(plan, { type: 'need.lock', need: key, place }))
        expect(locked.proven, `${key} at ${place}`).toBe(true)
        expect(locked.assignment[key]?.place, `${key} at ${place}`).toBe(place)
        expect(locked.score.unkeptLocks).toBe(0)
        tried += 1
      }
    }
    expect(tried).toBeGreaterThan(10)
  })

  it('gives an answer that holds for plans of 24 to 48 devices, whatever the levels come to', () => {
    const boards = Object.values(library.boards)
    const devices = Object.keys(library.devices)
    for (let seed = 1; seed <= amount(16); seed += 1) {
      const draw = drawing(seed)
      const board = draw.of(boards)
      const count = 24 + draw.below(25)
      const edits = Array.from({ length: count }, (_, at): Edit => {
        const edit = add(draw.of(devices), `d${at}`)
        return edit.type === 'device.add'
          ? { ...edit, device: { ...edit.device, priority: draw.of(['must', 1, 2, 3] as const) } }
          : edit
      })
      const plan = edits.reduce(applyEdit, newPlan('Large', board))
      const resolved = resolvePlan(plan)
      const { score, bound, assignment } = allocate(resolved, { maxNodes: 15 })
      expect(compareScores(bound, score), `seed ${seed}`).toBeLessThanOrEqual(0)
      const adopted = applyEdit(plan, { type: 'assignment.adopt', assignment, supplies: {} })
      expect(compareScores(allocate(resolvePlan(adopted), { maxNodes: 15 }).bound, score), `seed ${seed}`).toBeLessThanOrEqual(0)
    }
  })

  it('offers a port with TX and RX on one pin to no link that talks both ways at once, by itself or by a lock', () => {
    const board = structuredClone(library.boards['corran-7']!)
    const { tx } = board.ports.uart1!
    board.ports.uart1!.rx = { ...tx! }
    board.pins[tx!.pin]!.functions.push({ as: 'uart-rx', of: 'uart1' })
    for (const { functions } of Object.values(board.pins)) {
      const at = functions.findIndex(({ as, of }) => as === 'uart-rx' && of === 'uart1')
      if (at >= 0 && functions !== board.pins[tx!.pin]!.functions) functions.splice(at, 1)
    }
    const [revision] = Object.keys(board.revisions)
    board.revisions = { [revision!]: { name: revision!, note: '', differences: {} } }
    board.firmwares = { fw: { name: 'fw', note: '', differences: {} } }
    const read = readDefinition(JSON.parse(JSON.stringify(board))) as typeof board
    const plan = demo('spillway-hex', { type: 'board.choose', definition: read, revision: revision!, firmware: 'fw' })
    const { wants } = layOut(resolvePlan(plan))
    const both = wants.filter(({ need }) => need?.need.kind === 'serial' && need.need.lines === 'both')
    expect(both.length).toBeGreaterThan(2)
    for (const { key, verdicts } of both) {
      const candidates = verdicts.find(({ place }) => place === 'port:uart1')?.candidates ?? []
      const full = candidates.filter(({ claims }) => claims.filter(({ thing }) => thing.includes(tx!.pin)).length > 1)
      expect(full, key).toEqual([])
    }
    const { assignment, proven } = run(plan)
    expect(proven).toBe(true)
    const { assignment: locked } = run(applyEdit(plan, { type: 'need.lock', need: 'gnss/fix', place: 'port:uart1' }))
    expect(assignment['gnss/fix']?.place).not.toBe('port:uart1')
    expect(locked['gnss/fix']).toBeUndefined()
  })

  it('keeps as many of clashing locks as it can', () => {
    const clash = allocated(
      'spillway-hex',
      { type: 'need.lock', need: 'gnss/fix', place: 'port:uart1' },
      { type: 'need.lock', need: 'receiver/rc', place: 'port:uart1' },
      { type: 'need.lock', need: 'overlay/text', place: 'port:uart4' },
    )
    const { score, assignment } = run(clash)
    expect(score.unkeptLocks).toBe(1)
    expect(assignment['overlay/text']!.place).toBe('port:uart4')
  })

  it('keeps bans', () => {
    const { assignment } = run(allocated('spillway-hex', { type: 'need.ban', need: 'receiver/rc', place: 'port:uart1' }))
    expect(assignment['receiver/rc']!.place).not.toBe('port:uart1')
  })

  it('changes nothing without need: a plan allocated once stays', () => {
    const plan = allocated('culvert-scout')
    const again = run(plan)
    expect(again.assignment).toEqual(plan.assignment)
    expect(again.supplies).toEqual(plan.supplies)
    expect(again.score.moves).toBe(0)
  })

  it('gives up the least wish, never a must', () => {
    const { unmet, score } = after('culvert-scout', add('merlow-n5', 'second', 'standard'))
    expect(score.unmetMusts).toBe(1)
    expect(unmet).toContain('logger/log')
    const wished = after('culvert-scout', { type: 'device.priority', device: 'logger', priority: 'must' })
    expect(wished.score.unmetMusts).toBe(1)
  })

  it('places what keeps the craft in the air before other musts, whatever comes first', () => {
    const pulse = { needs: { signal: { kind: 'pulse' as const } } }
    const plan = tiny({
      pads: { A: [{ as: 'pulse', of: 't1' }] },
      devices: { gimbal: pulse, esc: { ...pulse, motors: { count: 1, continuous: 20, peak: 25 } }, servo: pulse },
    })
    const { assignment, score } = run(plan)
    expect(Object.keys(assignment)).toEqual(['esc/signal'])
    // Two others, and its own supply: no source of this board bears motor current.
    expect(score).toMatchObject({ unmetVital: 1, unmetMusts: 3 })
    const placed = { ...plan, assignment }
    expect(factsOf(placed, 'FIT-01')[0]).toBe(
      'Gimbal (Signal) has no place: pad A is taken by Esc (Signal); what keeps the craft in the air goes first',
    )
  })

  it('puts LED data and gimbal pulses on different timers', () => {
    const { assignment } = after('spillway-hex')
    const board = resolvePlan(demo('spillway-hex'))
    const timerOf = (need: string) =>
      board
        .pin(board.pad(assignment[need]!.place.slice(4))!.pin!)!
        .functions.find(({ as }) => as === 'pulse' || as === 'led-data')!.of
    expect(timerOf('ring/data')).not.toBe(timerOf('gimbal/pitch'))
    expect(timerOf('gimbal/pitch')).toBe(timerOf('gimbal/roll'))
  })

  it('says when it is not proven, and how far', () => {
    const resolved = resolvePlan(structuredClone(demo('spillway-hex')))
    const { proven, bound, score } = allocate(resolved, { maxNodes: 1 })
    expect(proven).toBe(false)
    expect(bound.unmetMusts).toBeLessThanOrEqual(score.unmetMusts)
  })

  it('shares a port by flight state where the board permits it', () => {
    const skerry = applyEdit(demo('culvert-scout'), {
      type: 'board.choose',
      definition: demo('culvert-scout').definitions.boards['brae-mini']!,
      revision: '2',
      firmware: 'current',
    })
    const plan: Plan = {
      ...skerry,
      locks: { 'logger/log': 'port:uart2', 'adapter/config': 'port:uart2' },
      bans: { 'receiver/rc': ['port:uart2'] },
    }
    const { assignment, reasons } = run(plan)
    expect(assignment['logger/log']!.during).toBe('armed')
    expect(assignment['adapter/config']!.during).toBe('disarmed')
    expect(reasons['adapter/config']!.map(({ text }) => text)).toContain(
      'Port 2 is shared by flight state: arming cuts this link until you disarm',
    )
  })
})
