import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { layOut, solveProblem, within } from '#core/allocation'
import { adopt, analyse } from '#core/engine'
import { drawHarness, Sheet, wiresOf } from '#core/harness'
import { applyEdit, newPlan, resolvePlan, type Plan } from '#core/plan'
import { InputError, readDefinition, readPlan } from '#core/schema'
import { createEngine } from '../app/engine/engine'
import { PlanSender } from '../app/engine/parcel'
import { runProgram } from '../cli/program'
import { amount } from './helpers/amount'
import { largestPlan } from './helpers/largest'
import { mutate, type Tree } from './helpers/mutate'
import { faultsOfOutputs, papersOf, quickOutputs, slowOutputs } from './helpers/outputs'
import { readPdf } from './helpers/pdf-text'
import { add, allocated, demo, library } from './helpers/plans'

/** Works out all there is to a plan; gives what is no figure in it, and what threw. */
function everything(plan: Plan, how: 'some' | 'quick' | 'all'): string[] {
  const { tables, 'drawing without a search': drawing, airframe } = quickOutputs
  const some = { tables: tables!, drawing: drawing!, airframe: airframe! }
  const outputs = { some, quick: quickOutputs, all: { ...quickOutputs, ...slowOutputs } }[how]
  return faultsOfOutputs(plan, outputs, analyse(plan, { maxNodes: 60 }))
}

const plans = [allocated('culvert-scout'), allocated('fellside-mapper'), allocated('spillway-hex')]

/** A plan that a changed definition is tried in. */
function around(definition: ReturnType<typeof readDefinition>): Plan | undefined {
  if (definition.kind === 'board') return newPlan('Tried', definition)
  if (definition.kind === 'protocol') return undefined
  const plan = newPlan('Tried', library.boards['orchil-duo']!)
  const edit = add(Object.keys(library.devices)[0]!)
  const [variant] = Object.keys(definition.variants)
  return applyEdit(plan, {
    ...edit,
    definition,
    device: { id: 'tried', definition: definition.id, variant, name: 'Tried', priority: 'must', leftOut: [] },
  } as typeof edit)
}

describe('what is accepted can be computed', () => {
  it('plans changed at random: refused with a place, or worked out whole', () => {
    let taken = 0
    for (let seed = 1; seed <= amount(220); seed += 1) {
      const mutated = mutate(plans[seed % 8 === 0 ? 2 : seed % 2]! as unknown as Tree, seed, 0.8)
      let plan: Plan
      try {
        plan = readPlan(mutated)
      } catch (error) {
        expect(error, `seed ${seed}: ${(error as Error).stack}`).toBeInstanceOf(InputError)
        for (const { message } of (error as InputError).problems) expect(message, `seed ${seed}`).toBeTruthy()
        continue
      }
      taken += 1
      expect(readPlan(JSON.parse(JSON.stringify(plan))), `seed ${seed}`).toEqual(plan)
      let wrong: string[]
      try {
        wrong = everything(plan, seed % 100 === 0 ? 'all' : seed % 5 === 0 ? 'quick' : 'some')
      } catch (error) {
        throw new Error(`seed ${seed}`, { cause: error })
      }
      expect(wrong.slice(0, 5), `seed ${seed}`).toEqual([])
    }
    expect(taken).toBeGreaterThan(amount(66))
  })

  it('definitions likewise', () => {
    const sources = [...Object.values(library.boards), ...Object.values(library.devices)] as unknown as Tree[]
    let taken = 0
    for (let seed = 1; seed <= amount(180); seed += 1) {
      let plan: Plan | undefined
      try {
        plan = around(readDefinition(mutate(sources[seed % sources.length]!, seed, 0.8)))
        if (plan) plan = readPlan(plan)
      } catch (error) {
        expect(error, `seed ${seed}: ${(error as Error).stack}`).toBeInstanceOf(InputError)
        continue
      }
      taken += 1
      let wrong: string[]
      try {
        wrong = plan ? everything(plan, seed % 5 === 0 ? 'quick' : 'some') : []
      } catch (error) {
        throw new Error(`seed ${seed}`, { cause: error })
      }
      expect(wrong.slice(0, 5), `seed ${seed}`).toEqual([])
    }
    expect(taken).toBeGreaterThan(amount(45))
  })
})

describe('the empty, the smallest and the largest plan', () => {
  const folder = mkdtempSync(join(tmpdir(), 'ypodoma-outputs-'))
  afterAll(() => rmSync(folder, { recursive: true, force: true }))
  const empty = newPlan('Empty', library.boards['corran-7']!)
  const one = applyEdit(empty, add(Object.keys(library.devices)[0]!))
  const hex = allocated('spillway-hex')
  /** As Tables, choose all, Leave off does it. */
  const unwired = wiresOf(resolvePlan(hex)).reduce(
    (plan, { id }) => applyEdit(plan, { type: 'wire.set', wire: id, set: { omitted: true } }),
    hex,
  )
  const large = largestPlan(60, 240)
  const largest = adopt(large, solveProblem(layOut(resolvePlan(large)), large, within(1000, Date.now)))
  const cases: Record<string, Plan> = { empty, one, unwired, largest, 'not allocated': demo('culvert-scout') }

  for (const [name, plan] of Object.entries(cases)) {
    it(`goes through all that is made of it: ${name}`, () => {
      expect(everything(readPlan(plan), 'all')).toEqual([])
    })

    if (name === 'not allocated') continue
    it(`is printed, all papers: ${name}`, async () => {
      for (const paper of name === 'largest' ? (['A4'] as const) : (['A4', 'A3'] as const)) {
        const pages = await readPdf(await papersOf(plan, paper))
        expect(pages.length).toBeGreaterThanOrEqual(7)
        for (const { pieces, width, height } of pages)
          for (const { x, y, text } of pieces) expect(x > 0 && x < width && y > 0 && y < height, text).toBe(true)
      }
    })

    it(`is drawn as the browser draws it: ${name}`, async () => {
      const engine = createEngine()
      const parcel = new PlanSender().pack(plan)
      const { analysis } = engine.settle(parcel)
      expect(analysis).toBeTruthy()
      const layers = { main: true, signal: true, video: true, supply: true, ground: true }
      const resolved = resolvePlan(plan)
      const sheet = new Sheet(resolved, wiresOf(resolved), layers)
      const start = sheet.startingArrangement()
      const shares: number[] = []
      await engine.improve(parcel, { layers }, start, ({ share }) => void shares.push(share))
      expect(drawHarness(resolved, wiresOf(resolved), layers, { arrangement: start }).width).toBeGreaterThan(0)
    })

    it(`goes through every command: ${name}`, async () => {
      const file = join(folder, `${name}.json`)
      writeFileSync(file, JSON.stringify(plan))
      const quiet = name === 'largest' ? [] : ['allocate', 'boards']
      for (const [command, ...options] of [
        ['wires'],
        ['wires', '--csv'],
        ['power'],
        ['draw', '--svg', join(folder, `${name}.svg`)],
        ['settings', '--markdown'],
        ['settings', '--template', 'templates/sheet.liquid'],
        ['budget'],
        ['controls'],
        ['lights'],
        ['display', '--layout', '1'],
        ['analyse'],
        ...quiet.map((each) => [each]),
      ] as string[][]) {
        let said = ''
        const spies = (['stdout', 'stderr'] as const).map((stream) =>
          vi.spyOn(process[stream], 'write').mockImplementation((text) => Boolean((said += text as string))),
        )
        try {
          await runProgram([command!, file, ...options])
        } finally {
          for (const spy of spies) spy.mockRestore()
        }
        // 2 says in words that there is none of what was asked for.
        if (process.exitCode === 2) expect(said, command).toMatch(/has no|nothing in the fit-out/)
        expect(said, command).not.toMatch(/NaN|undefined|\[object| at .*\.ts:/)
        process.exitCode = undefined
      }
    })
  }
})
