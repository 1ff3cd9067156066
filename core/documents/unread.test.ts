import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { allocated } from '../../tests/helpers/plans'
import { shippedPlan } from '../../tests/helpers/random-plan'
import { allocate } from '../allocation'
import { check, checkContext, rules } from '../checks'
import { adopt, analyse } from '../engine'
import { buildOrder, cablesOf, drawHarness, massReport, padAbilities, wiresOf } from '../harness'
import { chainAt, matrixOf, soundsOf } from '../controls'
import { resolvePlan, type Plan, type ResolvedPlan } from '../plan'
import { sourcesOf } from '../electrics'
import { offersFor } from '../suitability'
import { billOfMaterials, budgetTable, connectorTable, cutList, harnessSvg, setupTable, wireLabels, wireListCsv } from './index'

/** Declared for what is yet to be built. Whoever makes one of them work takes it off this list; nothing is put on it. */
const notYet = [
  'board.pins[].default.as',
  'device.needs[control].label',
  'device.needs[serial].messages[].name',
  'protocol.summary',
]

/** Read by screens, from the definition before it is laid out, or of parts that the catalogue does not have. */
const elsewhere = [
  'board.connectors[].height',
  'board.connectors[].side',
  'board.connectors[].width',
  'board.connectors[].x',
  'board.connectors[].y',
  'board.ports[].index',
  'board.supply',
  'board.usb',
  'device.size',
  'device.variant',
  'device.settings[].note',
  'device.settings[].taste',
]

/** Read by rules that a plan drawn at random seldom leads to. */
const seldom = ['board.firmware', 'device.radios[].canBeOff']

interface Reading {
  there: Set<string>
  read: Set<string>
}

/** Tables by values and variants of the user's, not by names of ours. */
const tables = [
  'device.settings[].pairs.values',
  'device.settings[].pairs.variants',
  'device.settings[].acts',
  'device.settings[].onLoss',
]

const watched = new WeakSet<object>()

/** Puts getters in the place of all values below an object, which note what is read of them. */
function watch(value: unknown, path: string, reading: Reading): void {
  if (typeof value !== 'object' || value === null || watched.has(value)) return
  watched.add(value)
  if (Array.isArray(value)) {
    for (const part of value as { kind?: string }[]) {
      watch(part, path === 'device.needs' ? `${path}[${part.kind}]` : `${path}[]`, reading)
    }
    return
  }
  for (const [key, part] of Object.entries(value)) {
    if (part === undefined) continue
    if (['id', 'kind', 'schema'].includes(key)) continue
    const name = `${path}.${key}`
    reading.there.add(name)
    if (!tables.includes(name)) watch(part, name, reading)
    const get = () => {
      reading.read.add(name)
      return part as unknown
    }
    Object.defineProperty(value, key, { enumerable: true, configurable: true, get })
  }
}

/** All needs and supplies of a plan at some place, fit or unfit, so that every rule has something to say. */
function anyhow(plan: Plan): Plan {
  const resolved = resolvePlan(plan)
  const nth = <T>(list: T[], at: number): T | undefined => list[(at * 7) % list.length]
  const assignment = resolved.needs.flatMap((need, at) => {
    const way = nth(
      offersFor(resolved, need).flatMap(({ ways }) => ways),
      at,
    )
    return way ? [[need.key, way.placement] as const] : []
  })
  const supplies = resolved.supplies.flatMap(({ key }, at) => {
    const source = nth(sourcesOf(resolved), at)
    return source ? [[key, source.place] as const] : []
  })
  const devices = plan.devices.map((device, at) => ({
    ...device,
    leftOut: at % 2 ? resolved.devices[at]!.device.needs.filter(({ kind }) => kind === 'switch').map(({ id }) => id) : [],
  }))
  const other = { board: { protocol: 'msp', baud: 4800 } }
  const links = Object.fromEntries(assignment.map(([need]) => [need, other]))
  return { ...plan, devices, assignment: Object.fromEntries(assignment), supplies: Object.fromEntries(supplies), links }
}

/** Does all that the core does with a plan, on definitions that are watched. */
function useAll(plan: Plan, reading: Reading, drawn = false): void {
  const own = structuredClone(plan)
  for (const board of Object.values(own.definitions.boards)) {
    for (const bus of Object.values(board.i2c)) bus.onBoard = [{ name: 'Compass', address: 0x1e }]
  }
  const resolved = resolvePlan(own)
  watch(resolved.board, 'board', reading)
  for (const { device } of resolved.devices) watch(device, 'device', reading)
  for (const protocol of Object.values(resolved.protocols)) watch(protocol, 'protocol', reading)
  allocate(resolved)
  // One rule asks of every figure whether somebody knows it, and reads none.
  check(
    checkContext(resolved),
    rules.filter(({ meta }) => meta.id !== 'FIT-04'),
  )
  setupTable(resolved)
  matrixOf(resolved)
  chainAt(levelled(resolved), {})
  soundsOf(resolved)
  budgetTable(resolved)
  const wires = wiresOf(resolved)
  if (drawn) harnessSvg(drawHarness(resolved, wires), 'x')
  wireListCsv(resolved, wires)
  cutList(wires)
  for (const document of [connectorTable, billOfMaterials, wireLabels, cablesOf, buildOrder, massReport])
    document(resolved, wires)
  for (const pad of resolved.board.pads) padAbilities(resolved.board, pad)
}

/** With the board levelling what it can. */
function levelled(resolved: ResolvedPlan): ResolvedPlan {
  const { controls } = resolved.plan
  const outputs = Object.fromEntries(
    Object.entries(controls.outputs).map(([key, output]) => [key, { ...output, by: 'level' as const, axis: 'roll' as const }]),
  )
  return { ...resolved, plan: { ...resolved.plan, controls: { ...controls, outputs } } }
}

const isBelow = (path: string, above: string) => path.startsWith(`${above}.`) || path.startsWith(`${above}[`)

describe('what definitions hold', () => {
  const reading: Reading = { there: new Set(), read: new Set() }
  beforeAll(() => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) useAll(allocated(name), reading, true)
    for (const plan of fc.sample(shippedPlan(12), { seed: seedOf(71), numRuns: amount(25) })) {
      useAll(adopt(plan, analyse(plan).proposal), reading)
      useAll(anyhow(plan), reading)
    }
  })

  it('is read by the core, but for what is listed here', () => {
    const unread = [...reading.there].filter((path) => !reading.read.has(path))
    const topmost = unread.filter((path) => !unread.some((above) => isBelow(path, above)))
    expect(topmost.filter((path) => !seldom.includes(path)).sort()).toEqual([...notYet, ...elsewhere].sort())
  })

  it('is read by a screen, or from the definition itself, where it is said to be', () => {
    const code = ['app', 'core/allocation', 'core/checks', 'core/plan'].flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .filter((file) => /(?<!test)\.(vue|ts)$/.test(file))
        .map((file) => readFileSync(`${folder}/${file}`, 'utf8')),
    )
    for (const path of [...elsewhere, ...seldom])
      expect(code.join('\n'), path).toMatch(new RegExp(`\\b${path.split('.').at(-1)}\\b`))
  })
})
