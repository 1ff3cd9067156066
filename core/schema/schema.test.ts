import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2019'
import { describe, expect, it } from 'vitest'
import type { demo } from '../../tests/helpers/plans'
import { allocated, library } from '../../tests/helpers/plans'
import { planSchema } from '../plan'
import { InputError, jsonSchemas, parseDefinition, parsePlan, readDefinition, readPlan } from './index'

const text = JSON.stringify(allocated('spillway-hex'))
const changed = (change: (plan: ReturnType<typeof demo>) => void) => {
  const plan = JSON.parse(text) as ReturnType<typeof demo>
  change(plan)
  return plan
}
const problems = (run: () => unknown) => {
  try {
    run()
  } catch (error) {
    if (error instanceof InputError) return error.message
    throw error
  }
  return 'no error'
}

describe('reading plans', () => {
  it('reads what it wrote', () => {
    expect(parsePlan(text)).toEqual(JSON.parse(text))
  })
  it.each([
    ['not JSON', () => parsePlan('{\n  "format": }'), /^line 2, column \d+: not JSON/],
    ['cut off', () => parsePlan('{"format": "ypodoma-plan"'), /line 1, column 26: not JSON: the file ends in the middle/],
    ['something else', () => parsePlan('[1, 2]'), /a plan is a JSON object/],
    ['another format', () => parsePlan('{"format": "x"}'), /^format: this is not a plan file/],
    ['newer', () => readPlan({ ...changed(() => {}), schema: planSchema + 1 }), new RegExp(`reads up to ${planSchema};`)],
    ['unknown field', () => readPlan({ ...changed(() => {}), colour: 'red' }), /^colour: .*is not allowed/],
    [
      'wrong type',
      () => readPlan(changed((plan) => (plan.battery.cells = 'six' as never))),
      /^battery.cells: .*must be a number/,
    ],
    ['absurd number', () => readPlan(changed((plan) => (plan.battery.cells = 4000))), /^battery.cells/],
    [
      'missing definition',
      () => readPlan(changed((plan) => delete plan.definitions.devices['glint-60'])),
      /devices.ring: the plan does not hold device "glint-60"/,
    ],
    [
      'unknown revision',
      () => readPlan(changed((plan) => (plan.board.revision = 'Q'))),
      /Corran 7 has no revision "Q"; it has A, B/,
    ],
    [
      'doubled device',
      () => readPlan(changed((plan) => (plan.devices[1]!.id = 'receiver'))),
      /^devices\[1\].id: "receiver" is used twice/,
    ],
    [
      'need of nobody',
      () => readPlan(changed((plan) => (plan.locks['ghost/x'] = 'port:uart1'))),
      /^locks.ghost\/x: no such device/,
    ],
    ['too large', () => parsePlan(' '.repeat(50 * 1024 * 1024)), /the file has 50 MiB; up to 8 MiB are read of this kind/],
    [
      'reaching for the prototype',
      () => parsePlan('{"format":"ypodoma-plan","schema":1,"__proto__":{"x":1}}'),
      /__proto__: this name cannot be used/,
    ],
    [
      'a definition that contradicts itself',
      () => readPlan(changed((plan) => (plan.definitions.boards['corran-7']!.pads.TX1!.pin = 'ZZ9'))),
      /definitions.boards.corran-7, .*pads.TX1.pin: there is no pin "ZZ9"/,
    ],
  ])('refuses one that is %s, naming the place', (_, run, message) => {
    expect(problems(run)).toMatch(message)
  })
})

describe('reading definitions', () => {
  it('ships boards and devices that contradict nothing', () => {
    expect(Object.keys(library.boards).length).toBeGreaterThanOrEqual(10)
    expect(Object.keys(library.devices).length).toBeGreaterThanOrEqual(45)
  })
  it('reads YAML with its place of error', () => {
    expect(problems(() => parseDefinition('kind: board\nid: [1'))).toMatch(/line 2, column 7/)
    expect(problems(() => parseDefinition('a: &a [*a, *a]\n'))).toMatch(/kind/)
  })
  it('finds rails that feed each other', () => {
    const board = structuredClone(library.boards['corran-7']!)
    board.rails.v5!.source = 'v33'
    expect(problems(() => readDefinition(board))).toMatch(/rails.v5.source: the rails feed each other in a circle/)
  })
  it('checks each revision for itself', () => {
    const board = structuredClone(library.boards['corran-7']!)
    board.revisions.A!.differences = { pins: { PA9: null } }
    expect(problems(() => readDefinition(board))).toMatch(/revision A.*ports.uart1.tx.pin: there is no pin "PA9"/)
    board.revisions.A!.differences = { mass: 'heavy' }
    expect(problems(() => readDefinition(board))).toMatch(/revision A: mass: .*must be a number/)
  })
  it('finds a default rate that is not among the rates', () => {
    const device = structuredClone(library.devices['merlow-n1']!)
    ;(device.needs.fix as { options: { default: number }[] }).options[0]!.default = 4321
    expect(problems(() => readDefinition(device))).toMatch(/needs.fix.options\[0\].default: 4321 is not among its bauds/)
  })
})

describe('published JSON Schema', () => {
  const ajv = new Ajv({ strict: false })
  const schemas = jsonSchemas()
  it('accepts the demo plans and shipped definitions', () => {
    const plan = ajv.compile(schemas.plan)
    expect(plan(JSON.parse(text)), JSON.stringify(plan.errors?.slice(0, 2))).toBe(true)
    const board = ajv.compile(schemas.board)
    for (const one of Object.values(library.boards))
      expect(board(JSON.parse(JSON.stringify(one))), JSON.stringify(board.errors?.slice(0, 2))).toBe(true)
    const device = ajv.compile(schemas.device)
    for (const one of Object.values(library.devices))
      expect(device(JSON.parse(JSON.stringify(one))), JSON.stringify(device.errors?.slice(0, 2))).toBe(true)
  })
  it('refuses unknown fields and wrong types', () => {
    const plan = ajv.compile(schemas.plan)
    expect(plan({ ...JSON.parse(text), colour: 'red' })).toBe(false)
    expect(plan({ ...JSON.parse(text), battery: { cells: 'six', chemistry: 'lipo', capacity: 1 } })).toBe(false)
  })
  it('is the one in docs/', () => {
    for (const [name, schema] of Object.entries(schemas)) {
      expect(JSON.parse(readFileSync(`docs/schema/${name}.schema.json`, 'utf8'))).toEqual(JSON.parse(JSON.stringify(schema)))
    }
  })
})
