import { describe, expect, it } from 'vitest'
import { check, checkContext, type Finding } from '#core/checks'

import { wiresOf } from '#core/harness'
import type { RuleId } from '#core/suitability'
import { applyEdit, resolvePlan, type Edit, type Plan, type WirePoint } from '#core/plan'
import { amount, seedOf, tellAmount } from './helpers/amount'
import { drawnBuild } from './helpers/drawn-plan'
import { faultsOf } from './helpers/electrics'
import { allocated, type DemoName } from './helpers/plans'
import { drawing } from './helpers/random-packing'

/** One wrong wire: what is done, and the wires that it is about. */
interface Wrong {
  what: string
  edits: Edit[]
  wires: string[]
}

const pointOf = (end: { device?: string; point: string }): WirePoint =>
  end.device === undefined ? `pad:${end.point}` : `terminal:${end.device}/${end.point}`

/** Every kind of wrong wire of a plan, each as often as drawn. */
function* wrongWires(plan: Plan, draw: ReturnType<typeof drawing>, each: number): Iterable<Wrong> {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  if (!wires.length) return
  const used = new Set(wires.flatMap(({ from, to }) => [pointOf(from), pointOf(to)]))
  const points: WirePoint[] = [
    ...resolved.board.pads.map(({ id }): WirePoint => `pad:${id}`),
    ...resolved.parts.flatMap(({ id, device }) => device.terminals.map((terminal): WirePoint => `terminal:${id}/${terminal.id}`)),
  ]
  const other = (...than: WirePoint[]) => draw.of(points.filter((point) => !than.includes(point)))
  const end = (wire: string, to: WirePoint): Edit => ({ type: 'wire.set', wire, set: { end: to } })
  for (const { id } of wires)
    yield { what: `${id} left off`, edits: [{ type: 'wire.set', wire: id, set: { omitted: true } }], wires: [id] }
  for (let at = 0; at < each; at += 1) {
    const wire = draw.of(wires)
    const to = other(pointOf(wire.from), pointOf(wire.to))
    yield { what: `${wire.id} to ${to}`, edits: [end(wire.id, to)], wires: [wire.id] }
    const two = draw.of(wires.filter(({ to: end }) => pointOf(end) !== pointOf(wire.to)))
    if (two && pointOf(two.to) !== pointOf(wire.from) && pointOf(wire.to) !== pointOf(two.from))
      yield {
        what: `${wire.id} and ${two.id} exchanged`,
        edits: [end(wire.id, pointOf(two.to)), end(two.id, pointOf(wire.to))],
        wires: [wire.id, two.id],
      }
    const from = draw.of([...used].filter((point) => point.startsWith('terminal:')))
    const far = other(from)
    yield {
      what: `${from} and ${far} joined`,
      edits: [{ type: 'wire.add', wire: 'extra.901', from, to: far }],
      wires: ['extra.901'],
    }
    const [one, second] = [draw.of([...used]), other()]
    yield {
      what: `${one} and ${second} in a splice`,
      edits: [
        { type: 'joint.add', joint: 'between', kind: 'splice', name: 'Between' },
        { type: 'wire.add', wire: 'extra.901', from: 'terminal:between/c', to: one },
        { type: 'wire.add', wire: 'extra.902', from: 'terminal:between/c', to: second },
      ],
      wires: ['extra.901', 'extra.902'],
    }
  }
  for (const { id } of resolved.board.connectors) {
    const contacts = resolved.board.pads.filter(({ connector }) => connector === id)
    const last = Math.max(...contacts.map(({ position = 0 }) => position))
    const turned = wires.flatMap((wire): [string, WirePoint][] => {
      const at = contacts.find((pad) => wire.to.device === undefined && wire.to.point === pad.id)?.position
      const opposite = at === undefined ? undefined : contacts.find(({ position }) => position === last + 1 - at)
      return opposite && opposite.id !== wire.to.point ? [[wire.id, `pad:${opposite.id}`]] : []
    })
    if (turned.length)
      yield { what: `plug ${id} turned`, edits: turned.map(([wire, to]) => end(wire, to)), wires: turned.map(([wire]) => wire) }
  }
}

const graveOf = (plan: Plan) =>
  check(checkContext(resolvePlan(plan))).filter(({ severity }) => severity === 'stop' || severity === 'fix')
/** Rules of what wires, contacts and regulators bear: copper alone does not tell how much flows, nor what a contact holds. */
const ofStrength: readonly RuleId[] = ['PWR-02', 'PWR-04', 'PWR-05', 'PWR-06', 'PWR-12', 'PWR-14', 'MEC-03', 'MEC-04']
const said = ({ rule, fact }: Finding) => `${rule} ${fact.replaceAll(/\bW\d+\b/g, 'W')}`

/** What is silent where something no longer works or is destroyed, and what is told where all works. */
function judged(plan: Plan, wrongs: Iterable<Wrong>) {
  const intended = wiresOf(resolvePlan(plan))
  const known = new Set(graveOf(plan).flatMap((finding) => [finding.id, said(finding)]))
  const lists = { tried: 0, silent: [] as string[], elsewhere: [] as string[], false: [] as string[] }
  for (const { what, edits, wires } of wrongs) {
    const wrong = edits.reduce(applyEdit, plan)
    const resolved = resolvePlan(wrong)
    const faults = [...faultsOf(wrong, resolved, wiresOf(resolved), intended)]
    const more = graveOf(wrong).filter((finding) => !known.has(finding.id) && !known.has(said(finding)))
    const facts = more.map((finding) => `${finding.severity} ${said(finding)}`).join(' | ')
    lists.tried += 1
    if (faults.length && !more.length) lists.silent.push(`${what}: ${faults.join(', ')}`)
    if (!faults.length && more.some(({ rule }) => !ofStrength.includes(rule))) lists.false.push(`${what}: ${facts}`)
    const names = wires.map((wire) => `wire:${wire}`)
    const about = (finding: Finding) =>
      finding.subjects.some((subject) => names.includes(subject)) ||
      names.some((name) => JSON.stringify(finding.fixes).includes(name.slice(5)))
    if (faults.length && more.length && !more.some(about)) lists.elsewhere.push(`${what}: ${faults.join(', ')}: ${facts}`)
  }
  return lists
}

describe('one wrong wire is told of if and only if something no longer works or is destroyed', () => {
  const builds: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
  it.each(builds)('of %s', (build) => {
    const plan = allocated(build)
    const { tried, ...lists } = judged(plan, wrongWires(plan, drawing(seedOf(3602)), amount(40)))
    expect(lists).toEqual({ silent: [], elsewhere: [], false: [] })
    expect(tried).toBeGreaterThan(100)
    tellAmount(`${tried} wrong wires of ${build}`)
  })

  it('of plans drawn at random that have no fault', () => {
    let tried = 0
    const start = seedOf(3700)
    for (let seed = start; seed < start + amount(20); seed += 1) {
      const plan = drawnBuild(seed, 2 + (seed % 7))
      const resolved = resolvePlan(plan)
      if (faultsOf(plan, resolved, wiresOf(resolved), wiresOf(resolved)).size) continue
      const { tried: some, ...lists } = judged(plan, wrongWires(plan, drawing(seed), 6))
      expect({ seed, ...lists }).toEqual({ seed, silent: [], elsewhere: [], false: [] })
      tried += some
    }
    expect(tried).toBeGreaterThan(amount(20) * 5)
    tellAmount(`${tried} wrong wires of drawn plans`)
  })
})
