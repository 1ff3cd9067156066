import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { definitionSchemas, type Need } from '#core/catalogue'
import { adopt, analyse } from '#core/engine'
import { planSchema, resolvePlan, type Plan } from '#core/plan'
import { readDefinition, readPlan } from '#core/schema'

/** Plans as this program wrote them at each version of their schema, with the definitions of that time. */
const stored = readdirSync('tests/stored')
  .filter((name) => /^plan-\d+(-[\w-]+)?\.json$/.test(name))
  .map((name) => [name, JSON.parse(readFileSync(`tests/stored/${name}`, 'utf8')) as Plan] as const)

const kinds = { board: 'boards', device: 'devices', protocol: 'protocols' } as const
type Kind = keyof typeof kinds
const definitionsOf = (plan: Plan, kind: Kind) => Object.values(plan.definitions[kinds[kind]]) as { schema: number; id: string }[]

describe('what was stored', () => {
  it('stands here of every version of a plan, and of every one of a definition but the present', () => {
    const schemas = new Set(stored.map(([, plan]) => plan.schema as number))
    expect([...schemas].sort((a, b) => a - b)).toEqual(Array.from({ length: planSchema }, (_, at) => at + 1))
    for (const kind of Object.keys(kinds) as Kind[]) {
      const versions = new Set(stored.flatMap(([, plan]) => definitionsOf(plan, kind).map(({ schema }) => schema)))
      // Version 2 of protocols was never released with a plan: it differs from 1 in one word, and is made from it below.
      if (kind === 'protocol') versions.add(2)
      for (let version = 1; version < definitionSchemas[kind]; version += 1)
        expect(versions, `${kind} ${version}`).toContain(version)
    }
  })

  it.each(stored)('%s is read, and is the build that it was', (_, plan) => {
    const read = readPlan(plan)
    expect(read.schema).toBe(planSchema)
    expect(read.devices.map(({ id, name }) => [id, name])).toEqual(plan.devices.map(({ id, name }) => [id, name]))
    const placed = Object.entries(plan.assignment as Record<string, { place: string }>).map(([key, { place }]) => [key, place])
    expect(Object.entries(read.assignment).map(([key, { place }]) => [key, place])).toEqual(placed)
    expect(read.supplies).toMatchObject(plan.supplies)
    const analysis = analyse(read)
    expect(analysis.wires.length).toBeGreaterThan(placed.length)
    expect(() => adopt(read, analysis.proposal)).not.toThrow()
    // Read again, it is the same.
    expect(readPlan(JSON.parse(JSON.stringify(read)))).toEqual(read)
  })

  it.each(stored)('definitions of %s are read by themselves, each with what it had', (_, plan) => {
    for (const kind of Object.keys(kinds) as Kind[]) {
      for (const definition of definitionsOf(plan, kind)) {
        const read = readDefinition(definition)
        expect(read.schema, definition.id).toBe(definitionSchemas[kind])
        for (const part of [
          'pads',
          'pins',
          'ports',
          'rails',
          'terminals',
          'supplies',
          'needs',
          'settings',
          'connectors',
        ] as const) {
          const before = (definition as Record<string, unknown>)[part] as object | undefined
          if (before) expect(Object.keys((read as never)[part]), `${definition.id} ${part}`).toEqual(Object.keys(before))
        }
      }
    }
  })

  it('a protocol of version 2 is read: which one carries the configuration is for the board to say', () => {
    const [now] = definitionsOf(stored.at(-1)![1], 'protocol')
    expect(readDefinition({ ...now, schema: 2, configuration: true })).toEqual(readDefinition(now))
  })

  it('traits that were known by words are there after it', () => {
    for (const [name, plan] of stored) {
      const { devices, board } = resolvePlan(readPlan(plan))
      const compasses = devices.flatMap(({ device }) => device.needs.filter((need: Need) => need.feeds?.includes('compass')))
      const buses = devices.flatMap(({ device }) => device.needs.filter(({ kind }) => device.class === 'gnss' && kind === 'i2c'))
      expect(compasses.length, name).toBeGreaterThanOrEqual(buses.length)
      for (const { onBoard } of board.i2c)
        for (const part of onBoard) if (/baro/.test(part.name)) expect(part.feeds, name).toEqual(['height'])
    }
  })
})
