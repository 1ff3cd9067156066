import type { RuleId } from '#core/suitability'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { check, checkContext } from '#core/checks'
import { wiresOf } from '#core/harness'
import { applyEdit, resolvePlan, type Edit, type Plan, type WirePoint } from '#core/plan'
import { amount, seedOf } from './helpers/amount'
import { faultsOf, type Fault } from './helpers/electrics'
import { factsOf } from './helpers/findings'
import { allocated, type DemoName } from './helpers/plans'

/** The rules that tell of each kind of fault. */
const rulesOf: Record<Fault, RuleId[]> = {
  short: ['PWR-13'],
  joined: ['PWR-07'],
  unfed: ['PWR-08'],
  volts: ['PWR-01'],
  held: ['LVL-03'],
  ground: ['GND-01'],
  astray: ['SER-01', 'SER-03', 'SER-07', 'PAD-12', 'BUS-03', 'VID-03'],
  fight: ['LVL-04'],
  level: ['LVL-01'],
}

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const plans = names.map((name) => allocated(name))

const set = (wire: string, end: WirePoint): Edit => ({ type: 'wire.set', wire, set: { end } })
const leave = (wire: string): Edit => ({ type: 'wire.set', wire, set: { omitted: true } })
const edited = (plan: Plan, ...edits: Edit[]) => edits.reduce(applyEdit, plan)

function compare(plan: Plan, changed: Plan, what: string) {
  const resolved = resolvePlan(changed)
  const wires = wiresOf(resolved)
  const faults = faultsOf(changed, resolved, wires, wiresOf(resolvePlan(plan)))
  const findings = check(checkContext(resolved)).filter(({ severity }) => severity === 'stop' || severity === 'fix')
  const told = new Set(findings.map(({ rule }) => rule))
  for (const [fault, rules] of Object.entries(rulesOf) as [Fault, RuleId[]][]) {
    // What a wire makes is told once, by the gravest of it.
    const otherwise =
      [...faults].some((other) => other !== fault && rulesOf[other].some((rule) => told.has(rule))) ||
      told.has('PWR-12') ||
      told.has('LVL-01')
    const said = rules.filter((rule) => told.has(rule))
    const facts = findings.filter(({ rule }) => rules.includes(rule)).map(({ rule, fact }) => `${rule} ${fact}`)
    if (otherwise && !said.length) continue
    // The oracle knows of outputs of parts alone, the rule of the board's as well.
    if (fault === 'level' && !faults.has(fault)) continue
    expect(said.length > 0, `${what}: ${fault}, told by ${facts.join(' | ') || 'none'}`).toBe(faults.has(fault))
  }
  return faults
}

describe('the wires as they are', () => {
  it.each(names)('%s as the engine wires it has no electrical fault, by the rules and by an oracle of its own', (name) => {
    const plan = plans[names.indexOf(name)]!
    expect([...compare(plan, plan, name)]).toEqual([])
  })

  it('wires moved or left off at random: the rules tell of a fault of each kind if and only if the copper has it', () => {
    const seen = new Set<Fault>()
    const change = fc.record({
      plan: fc.nat(2),
      wire: fc.nat(),
      end: fc.nat(),
      kind: fc.constantFrom('off', 'moved', 'moved', 'more'),
    })
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 4 }), (changes) => {
        const plan = edited(
          plans[changes[0]!.plan]!,
          { type: 'joint.add', joint: 'joint-1', kind: 'splice', name: 'Splice 1' },
          { type: 'joint.add', joint: 'joint-2', kind: 'pin-rail', name: 'Pin rail 2' },
        )
        const resolved = resolvePlan(plan)
        const wires = wiresOf(resolved)
        const ends: WirePoint[] = [
          ...resolved.board.pads.map(({ id }): WirePoint => `pad:${id}`),
          ...resolved.parts.flatMap(({ id, device }) =>
            device.terminals.map((terminal): WirePoint => `terminal:${id}/${terminal.id}`),
          ),
        ]
        const edits = changes.map(({ wire, end, kind }, at): Edit => {
          const { id, from } = wires[wire % wires.length]!
          const other = ends.filter((point) => point !== `terminal:${from.device}/${from.point}`)
          if (kind === 'more') {
            const joints = other.filter((point) => point.startsWith('terminal:joint'))
            const from = joints[wire % joints.length]!
            const far = other.filter((point) => point !== from)
            return { type: 'wire.add', wire: `extra.${at + 1}`, from, to: far[end % far.length]! }
          }
          // A joint is met often enough that wires come together in it.
          const near = end % 3 === 0 ? other.filter((point) => point.startsWith('terminal:joint')) : other
          return kind === 'off' ? leave(id) : set(id, near[end % near.length]!)
        })
        for (const fault of compare(plan, edited(plan, ...edits), JSON.stringify(edits))) seen.add(fault)
      }),
      { seed: seedOf(1104), numRuns: amount(400) },
    )
    expect([...seen].sort()).toEqual(Object.keys(rulesOf).sort())
  })
})

describe('what once passed in silence', () => {
  const [hex, scout, mapper] = plans as [Plan, Plan, Plan]
  const grave = (plan: Plan, rule: string) =>
    check(checkContext(resolvePlan(plan))).filter(
      (finding) => finding.rule === rule && ['stop', 'fix'].includes(finding.severity),
    )
  const supplyPad = (plan: Plan, rail: string) =>
    `pad:${resolvePlan(plan).board.pads.find((pad) => pad.rail === rail)!.id}` as const

  it.each<[string, Plan, Edit[], string, 'stop' | 'fix']>([
    ['a receiver’s supply on a battery pad', hex, [set('receiver.vcc', supplyPad(hex, 'bat'))], 'PWR-01', 'stop'],
    ['its ground on a 5 V pad', hex, [set('receiver.gnd', supplyPad(hex, 'v5'))], 'PWR-13', 'stop'],
    ['an ESC’s signal on a battery pad', hex, [set('esc.s1', supplyPad(hex, 'bat'))], 'LVL-03', 'stop'],
    ['a pulse wire on a 5 V pad', hex, [set('esc-5.s', supplyPad(hex, 'v5'))], 'LVL-03', 'fix'],
    ['LED data on another feature’s pad', hex, [set('ring.din', 'pad:RX7')], 'PAD-12', 'fix'],
    ['SDA and SCL crossed', hex, [set('gnss.sda', 'pad:SCL'), set('gnss.scl', 'pad:SDA')], 'BUS-03', 'fix'],
    ['a motor’s wire left off', hex, [leave('esc.s3')], 'PAD-12', 'fix'],
    ['a picture’s wire left off', hex, [leave('camera.vid')], 'VID-03', 'fix'],
    ['a buzzer’s wire left off', hex, [leave('buzzer.neg')], 'PAD-12', 'fix'],
    ['SDA left off', hex, [leave('gnss.sda')], 'BUS-03', 'fix'],
    ['a ground left off', mapper, [leave('gnss.gnd')], 'GND-01', 'stop'],
    ['the ground of an overlay’s logic side left off', hex, [leave('overlay.gnd')], 'GND-01', 'fix'],
    ['a half-duplex wire on the RX pad', hex, [set('transmitter.ctl', `pad:${rxOf(hex, 'transmitter')}`)], 'SER-03', 'fix'],
    ['a serial wire on another port’s pad', hex, [set('gnss.tx', 'pad:RX7')], 'LVL-04', 'stop'],
    ['a serial wire on a supply pad', hex, [set('gnss.tx', supplyPad(hex, 'bat'))], 'LVL-03', 'stop'],
    ['an ESC’s main lead on the board', hex, [set('esc-6.vcc', supplyPad(hex, 'bat'))], 'PWR-12', 'stop'],
    ['an ESC’s main ground on the board', hex, [set('esc-6.bgnd', 'pad:G2')], 'PWR-12', 'stop'],
    ['the board’s supply left off', scout, [leave('board.bat')], 'PWR-08', 'fix'],
    ['the board’s ground left off', scout, [leave('board.bat-gnd'), leave('esc.gnd')], 'GND-01', 'stop'],
    ['the battery’s plus on the board’s ground', mapper, [set('board.bat', 'pad:G2')], 'PWR-13', 'stop'],
  ])('%s is told of', (_, plan, edits, rule, severity) => {
    expect(grave(plan, rule)).toEqual([])
    const found = grave(edited(plan, ...edits), rule)
    expect(found.length).toBeGreaterThan(0)
    expect(found.map((finding) => finding.severity)).toContain(severity)
  })

  it('is mended by the first fix that is offered', () => {
    const plan = edited(hex, set('receiver.vcc', 'pad:BAT_1'), set('esc.s1', 'pad:BAT_2'))
    expect(factsOf(plan, 'LVL-03')).toHaveLength(1)
    const [held] = check(checkContext(resolvePlan(plan))).filter(({ rule }) => rule === 'LVL-03')
    expect(factsOf(applyEdit(plan, held!.fixes[0]!.edit), 'LVL-03')).toEqual([])
  })
})

/** The pad of the RX line of the port that a device's link is on. */
function rxOf(plan: Plan, device: string): string {
  const { board, padsOfPin } = resolvePlan(plan)
  const place = Object.entries(plan.assignment).find(
    ([key, { place: at }]) => key.startsWith(`${device}/`) && at.startsWith('port:'),
  )![1].place
  return padsOfPin(board.ports.find(({ id }) => place === `port:${id}`)!.rx!.pin)[0]!.id
}
