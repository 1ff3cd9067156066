import fc from 'fast-check'
import { expect, it } from 'vitest'
import { check, checkContext, type Finding } from '#core/checks'
import { mayBeOffered, outcomeOf, settle } from '#core/engine'
import { wiresOf } from '#core/harness'
import { intendedState, keptEdit, setupRounds } from '#core/settings'
import {
  applyEdit,
  lightStates,
  placeLabel,
  resolvePlan,
  type Edit,
  type LightState,
  type LinkSettings,
  type Plan,
  type WirePoint,
} from '#core/plan'
import { amount, seedOf, tellAmount } from './helpers/amount'
import { randomControls } from './helpers/controls'
import { drawnBuild } from './helpers/drawn-plan'
import { allocated } from './helpers/plans'
import { drawing } from './helpers/random-packing'

const findingsOf = (plan: Plan) => check(checkContext(resolvePlan(plan)))
const gravity = ['stop', 'fix', 'weigh', 'note']
const rankOf = ({ severity }: Finding) => gravity.indexOf(severity)

/** What an offered fix does that none may do, found by carrying it out, with the allocation that follows. */
function broken(plan: Plan, findings: readonly Finding[]): string[] {
  const musts = plan.devices.filter(({ priority }) => priority === 'must').map(({ id }) => `${id}/`)
  const placed = (of: Plan) => Object.keys(of.assignment).filter((key) => musts.some((must) => key.startsWith(must)))
  const shorted = findings.some(({ rule }) => rule === 'PWR-13' || rule === 'PWR-07')
  return findings.flatMap((finding) =>
    finding.fixes.flatMap((fix) => {
      const { plan: made, analysis } = settle(applyEdit(plan, fix.edit))
      const outcome = outcomeOf({ plan, findings }, { plan: made, findings: analysis.findings }, finding, fix)
      if (!mayBeOffered(outcome)) return []
      offers += 1
      if (fix.edit.type === 'need.ban') {
        const place = made.assignment[fix.edit.need]?.place
        expect(outcome.goesTo).toBe(place && placeLabel(place, made))
        expect(place).not.toBe(fix.edit.place)
      }
      const stays = analysis.findings.some((each) => each.id === finding.id && rankOf(each) <= rankOf(finding))
      const about = (one: Finding, other: Finding) =>
        one.id === other.id || (one.rule === other.rule && one.subjects.some((subject) => other.subjects.includes(subject)))
      const worse = analysis.findings.filter(
        (each) => rankOf(each) < 2 && !findings.some((known) => about(known, each) && rankOf(known) <= rankOf(each)),
      )
      const told = outcome.brings.map(({ id }) => id)
      const unsaid = worse.filter(({ id, rule }) => !told.includes(id) && !(shorted && rule.startsWith('PWR')))
      const lost = placed(plan).filter((key) => made.assignment[key] === undefined)
      const gives = JSON.stringify(fix.edit).match(/"(device\.remove|board\.choose|need\.leave-out)"/)
      return [
        ...(stays ? [`${finding.rule} “${fix.label}” leaves it`] : []),
        ...unsaid.map(({ rule, fact }) => `${finding.rule} “${fix.label}”: ${rule} ${fact}`),
        ...(!gives && told.length ? [`${finding.rule} “${fix.label}” brings ${told.join()}`] : []),
        ...(!gives && lost.length ? [`${finding.rule} “${fix.label}” takes ${lost.join()} away`] : []),
      ]
    }),
  )
}

/** How many fixes held and were offered, of how many that were tried. */
let [offers, tries] = [0, 0]

/** Wires led elsewhere or left off, and links and parts set otherwise, by hand. */
function byHand(plan: Plan, draw: ReturnType<typeof drawing>): Plan {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  const pads = resolved.board.pads.map(({ id }): WirePoint => `pad:${id}`)
  const links = Object.keys(plan.assignment).filter((key) => plan.assignment[key]!.place.startsWith('port:'))
  const edits: Edit[] = []
  if (wires.length && draw.chance(0.6))
    edits.push({
      type: 'wire.set',
      wire: draw.of(wires).id,
      set: draw.chance(0.3) ? { omitted: true } : { end: draw.of(pads) },
    })
  if (links.length && draw.chance(0.6)) {
    const set = draw.of<LinkSettings>([{ baud: 9600 }, { baud: 420_000 }, { format: '8E2' }, { inverted: true }])
    edits.push({ type: 'link.set', need: draw.of(links), end: draw.of(['board', 'device'] as const), set })
  }
  const settings = resolved.devices.flatMap(({ id, device }) =>
    device.settings.flatMap((each) =>
      each.kind === 'choice' ? each.values.map((value) => ({ device: id, setting: each.id, value })) : [],
    ),
  )
  if (settings.length && draw.chance(0.6)) edits.push({ type: 'setting.set', ...draw.of(settings) })
  return edits.reduce(applyEdit, plan)
}

it('what is offered settles its finding, brings nothing that must be mended unless it gives something up and says so, and takes no must away', () => {
  offers = 0
  const demos = (['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const).map((name) => allocated(name))
  const start = seedOf(5100)
  const drawn = Array.from({ length: amount(85) }, (_, at) => drawnBuild(start + at, 2 + (at % 9)))
  for (const [at, sound] of [...demos, ...demos, ...drawn].entries()) {
    const { plan, analysis } = settle({ ...byHand(sound, drawing(start + at)), automatic: true })
    expect(broken(plan, analysis.findings), `plan ${at}`).toEqual([])
  }
  expect(offers).toBeGreaterThan(amount(85) * 2)
  tellAmount(`${offers} fixes offered`)
})

/** Findings of controls and lights: rule, severity, id and fixes. */
const inFlight = (plan: Plan) => findingsOf(plan).filter(({ rule }) => /^(CHN|LGT)/.test(rule))
const isGrave = ({ severity }: { severity: string }) => severity === 'stop' || severity === 'fix'

/** Fixes of controls and lights that bring a stop or fix among them of which nothing was told before, and ids that two findings have. */
function worseInFlight(plan: Plan): string[] {
  const found = inFlight(plan)
  const ids = found.map(({ id }) => id)
  // What stays wrong may be about fewer things afterwards: a job less.
  const known = ({ rule, subjects }: Finding) =>
    found.some((each) => isGrave(each) && each.rule === rule && subjects.every((of) => each.subjects.includes(of)))
  const twice = ids.filter((id, at) => ids.indexOf(id) < at).map((id) => `${id} stands twice`)
  const brought = found.flatMap(({ rule, id, fixes }) =>
    fixes.flatMap(({ label, edit }) => {
      const changed = applyEdit(plan, edit)
      const after = inFlight(changed)
      const finding = found.find((each) => each.id === id)!
      const outcome = outcomeOf({ plan, findings: found }, { plan: changed, findings: after }, finding, { label, edit })
      tries += 1
      // What brings more than it mends is never offered.
      if (!mayBeOffered(outcome)) return []
      offers += 1
      // A control that is heard for the first time may have been wrong all along.
      const more = rule === 'CHN-01' ? [] : after.filter((each) => isGrave(each) && !known(each))
      const stays = after.some((each) => each.id === id)
      return [
        ...more.map(({ fact }) => `${rule} “${label}”: ${fact}`),
        ...(stays ? [`${rule} “${label}” settles nothing of ${id}`] : []),
      ]
    }),
  )
  return [...twice, ...brought]
}

it('fixes of controls settle what they are for and bring nothing graver, whatever hangs on which channel', () => {
  const hex = allocated('spillway-hex')
  offers = tries = 0
  fc.assert(
    fc.property(randomControls, (controls) => void expect(worseInFlight({ ...hex, controls })).toEqual([])),
    { seed: seedOf(171), numRuns: amount(40), endOnFailure: true },
  )
  expect(offers / tries).toBeGreaterThan(0.9)
})

it('a fix is offered after a write too: that it is to be written again speaks against none', () => {
  const hex = allocated('spillway-hex')
  const kept = applyEdit(hex, keptEdit(resolvePlan(hex), intendedState(setupRounds(resolvePlan(hex))), true))
  const offeredOf = (plan: Plan) => {
    const now = settle(plan)
    const finding = now.analysis.findings.find(({ rule }) => rule === 'PWR-02')!
    return finding.fixes.flatMap((fix) => {
      const after = settle(applyEdit(now.plan, fix.edit))
      const outcome = outcomeOf(
        { plan: now.plan, findings: now.analysis.findings },
        { plan: after.plan, findings: after.analysis.findings },
        finding,
        fix,
      )
      return mayBeOffered(outcome) ? [[fix.label, after.analysis.findings.some(({ rule }) => rule === 'SET-02')]] : []
    })
  }
  const before = offeredOf(hex)
  expect(before).toContainEqual(['LED ring: limit its brightness to 25 %', false])
  expect(offeredOf(kept)).toContainEqual(['LED ring: limit its brightness to 25 %', true])
})

it('so do those of lights, however strips lie and segments overlap', () => {
  const hex = allocated('spillway-hex')
  const spot = fc.record({ x: fc.integer({ min: -400, max: 400 }), y: fc.integer({ min: -400, max: 400 }) })
  const piece = fc.record({
    lights: fc.integer({ min: 1, max: 40 }),
    from: spot,
    to: spot,
    facing: fc.constantFrom(0, 90, 180, 270, 'down' as const),
  })
  const meaning = fc.record({
    when: fc.constantFrom(...(Object.keys(lightStates) as LightState[])),
    colour: fc.constantFrom('#ffffff', '#ff0000', '#000000'),
    effect: fc.constantFrom('steady' as const, 'blink' as const),
  })
  const segment = fc
    .record({
      first: fc.integer({ min: 1, max: 70 }),
      long: fc.nat(30),
      meanings: fc.array(meaning, { maxLength: 5 }),
      of: fc.constantFrom('ring/data', 'ring/data', 'gone/data'),
    })
    .map(({ first, long, meanings, of }) => ({ name: `S${first}`, need: of, first, last: first + long, meanings }))
  fc.assert(
    fc.property(
      fc.array(piece, { minLength: 1, maxLength: 6 }),
      fc.array(segment, { maxLength: 4 }),
      fc.constantFrom(0.2, 0.5, 1),
      (pieces, segments, limit) => {
        const lights = {
          strips: { 'ring/data': { pieces, limit } },
          segments: Object.fromEntries(segments.map((each, at) => [`s${at}`, each])),
        }
        expect(worseInFlight({ ...hex, lights })).toEqual([])
      },
    ),
    { seed: seedOf(172), numRuns: amount(30) },
  )
})
