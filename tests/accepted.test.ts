import { describe, expect, it } from 'vitest'
import { billOfMaterials, connectorTable, cutList, harnessSvg, tableCsv, wireLabels, wireListCsv } from '#core/documents'
import { analyse } from '#core/engine'
import { drawHarness, massReport, Sheet, wiresOf } from '#core/harness'
import { newPlan, resolvePlan, type Plan } from '#core/plan'
import { InputError, readDefinition, readPlan } from '#core/schema'
import { amount } from './helpers/amount'
import { add, allocated, library } from './helpers/plans'
import { mutate, type Tree } from './helpers/mutate'
import { applyEdit } from '#core/plan'

/** Places of figures that are none, in anything. */
function unfinished(value: unknown): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [` is ${value}`]
  if (value instanceof Map || value instanceof Set) return unfinished([...value])
  if (typeof value !== 'object' || value === null) return []
  const found: string[] = []
  for (const [key, inner] of Object.entries(value)) for (const place of unfinished(inner)) found.push(`.${key}${place}`)
  return found
}

/** Works out all there is to a plan; gives what is no figure in it. */
function everything(plan: Plan, drawn: boolean): string[] {
  const analysis = analyse(plan, { maxNodes: 60 })
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  const layers = { main: true, signal: true, video: true, supply: true, ground: true }
  const ids = plan.devices.map(({ id }) => id)
  const half = Math.ceil(ids.length / 2)
  const sheet = drawn
    ? drawHarness(resolved, wires, layers)
    : new Sheet(resolved, wires, layers).draw({ left: ids.slice(0, half), right: ids.slice(half) })
  const svg = harnessSvg(sheet, plan.name, { blackAndWhite: drawn })
  const texts = [
    svg,
    wireListCsv(resolved, wires),
    ...[cutList(wires), connectorTable(resolved, wires), billOfMaterials(resolved, wires), wireLabels(resolved, wires)].map(
      tableCsv,
    ),
  ]
  const words = texts.flatMap((text) => /NaN|Infinity|undefined|\[object/.exec(text)?.[0] ?? [])
  return [...unfinished({ analysis, sheet, mass: massReport(resolved, wires) }), ...words]
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
    for (let seed = 1; seed <= amount(500); seed += 1) {
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
        wrong = everything(plan, seed % 100 === 0)
      } catch (error) {
        throw new Error(`seed ${seed}`, { cause: error })
      }
      expect(wrong.slice(0, 5), `seed ${seed}`).toEqual([])
    }
    expect(taken).toBeGreaterThan(amount(150))
  })

  it('definitions likewise', () => {
    const sources = [...Object.values(library.boards), ...Object.values(library.devices)] as unknown as Tree[]
    let taken = 0
    for (let seed = 1; seed <= amount(400); seed += 1) {
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
        wrong = plan ? everything(plan, false) : []
      } catch (error) {
        throw new Error(`seed ${seed}`, { cause: error })
      }
      expect(wrong.slice(0, 5), `seed ${seed}`).toEqual([])
    }
    expect(taken).toBeGreaterThan(amount(100))
  })
})
