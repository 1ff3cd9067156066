import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, library, type DemoName } from '../../../tests/helpers/plans'
import { randomPlan } from '../../../tests/helpers/random-plan'
import type { SerialNeed, SerialPort } from '../../catalogue'
import { rules } from '../../checks'
import { linkLoad } from '../../links'
import { applyEdit, resolvePlan, type FittedNeed, type Plan, type ResolvedPlan } from '../../plan'
import { offersFor, sourcesOf, supplyOffers, takesPlace } from './index'

const onEveryBoard = (name: DemoName): Plan[] =>
  Object.values(library.boards).flatMap((definition) =>
    Object.keys(definition.revisions).map((revision) =>
      applyEdit(demo(name), { type: 'board.choose', definition, revision, firmware: Object.keys(definition.firmwares)[0]! }),
    ),
  )
const demos = (['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const).map((name) => [name] as const)

/** Whether a link can run on a port at all, worked out anew from the definitions. */
function canRun(resolved: ResolvedPlan, need: SerialNeed, port: SerialPort): boolean {
  return need.options.some((option) => {
    const protocol = resolved.protocols[option.protocol]
    const inverted = option.inverted ?? protocol?.inverted ?? false
    const halfDuplex = option.halfDuplex ?? protocol?.halfDuplex ?? false
    const frame = option.frame ?? protocol?.frame ?? '8N1'
    if (halfDuplex && !port.halfDuplex) return false
    const ends =
      halfDuplex || need.lines === 'to-device' ? [port.tx] : need.lines === 'from-device' ? [port.rx] : [port.tx, port.rx]
    for (const end of ends) {
      if (!end || !resolved.padsOfPin(end.pin).length) return false
      if (inverted && end.inverter === 'none') return false
      if (!inverted && end.inverter === 'fixed') return false
    }
    const bits = 1 + Number(frame[0]) + (frame[1] === 'N' ? 0 : 1) + Number(frame[2])
    const tolerance = (0.5 - 1 / 16) / (bits - 0.5)
    const wanted = [option.default, ...[...option.bauds].sort((a, b) => b - a)]
    const baud = wanted.find((one) => one >= port.minBaud && one <= port.maxBaud)
    if (baud === undefined) return false
    const error = port.clock ? Math.abs(port.clock / Math.max(1, Math.round(port.clock / baud)) / baud - 1) : 0
    return error < tolerance && linkLoad(need.messages, frame, baud, halfDuplex) <= 1
  })
}

function checkOffers(resolved: ResolvedPlan, fitted: FittedNeed) {
  for (const offer of offersFor(resolved, fitted)) {
    expect(offer.candidates.length > 0, `${fitted.key} at ${offer.place}`).toBe(offer.refusals.length === 0)
    for (const { placement, reasons, units } of offer.candidates) {
      expect(placement.place).toBe(offer.place)
      for (const { risk, text } of reasons) expect(risk >= 0 && text.length > 5).toBe(true)
      expect(new Set(units).size).toBe(units.length)
    }
  }
}

describe('offers', () => {
  it('say of each serial port what an independent reading of the definitions says', () => {
    fc.assert(
      fc.property(randomPlan(5), (plan) => {
        const resolved = resolvePlan(plan)
        for (const fitted of resolved.needs) {
          checkOffers(resolved, fitted)
          const { need } = fitted
          if (need.kind !== 'serial') continue
          const offers = offersFor(resolved, fitted)
          for (const port of resolved.board.ports) {
            const offer = offers.find(({ place }) => place === `port:${port.id}`)!
            expect(offer.candidates.length > 0, `${fitted.key} on ${port.id}`).toBe(canRun(resolved, need, port))
          }
        }
      }),
      { seed: 71, numRuns: 150 },
    )
  })

  it.each(demos)('do so for %s on every board and revision', (name) => {
    for (const plan of onEveryBoard(name)) {
      const resolved = resolvePlan(plan)
      for (const fitted of resolved.needs) {
        checkOffers(resolved, fitted)
        const { need } = fitted
        if (need.kind !== 'serial') continue
        for (const offer of offersFor(resolved, fitted)) {
          const port = resolved.port(offer.place.slice('port:'.length))!
          expect(offer.candidates.length > 0, `${plan.board.definition} ${fitted.key} on ${port.id}`).toBe(
            canRun(resolved, need, port),
          )
        }
      }
    }
  })

  it.each(demos)('take only pads of %s whose pin has the function, and refuse the rest by a rule that exists', (name) => {
    const known = new Set(rules.map(({ meta }) => meta.id))
    /** Rules that only the allocator speaks by so far: load of a line and of the processor. */
    const later = new Set(['LOD-01', 'LOD-07'])
    for (const plan of onEveryBoard(name)) {
      const resolved = resolvePlan(plan)
      for (const fitted of resolved.needs.filter(takesPlace)) {
        for (const { place, candidates, refusals } of offersFor(resolved, fitted)) {
          for (const { rule } of [...refusals, ...candidates.flatMap(({ reasons }) => reasons)]) {
            expect(known.has(rule) || later.has(rule), rule).toBe(true)
          }
          if (!place.startsWith('pad:') || !candidates.length) continue
          const pin = resolved.pin(resolved.pad(place.slice('pad:'.length))!.pin!)!
          expect(
            pin.functions.some(({ as }) => as === fitted.need.kind),
            `${fitted.key} at ${place}`,
          ).toBe(true)
        }
      }
    }
  })
})

describe('supply offers', () => {
  it.each(demos)('feed nothing of %s beyond its range, at full or empty battery, and nothing from itself', (name) => {
    for (const plan of onEveryBoard(name)) {
      const resolved = resolvePlan(plan)
      const sources = new Map(sourcesOf(resolved).map((source) => [source.place, source]))
      for (const supply of resolved.supplies) {
        for (const { place, candidates } of supplyOffers(resolved, supply)) {
          const source = sources.get(place)!
          const suits = source.max <= supply.supply.max && source.min >= supply.supply.min && source.owner !== supply.fitted.id
          expect(candidates.length > 0, `${supply.key} from ${place}`).toBe(suits)
          if (!suits) continue
          const loaded = candidates.filter(({ loads }) => loads.length)
          const over = candidates.filter(({ reasons }) => reasons.some(({ rule, risk }) => rule === 'PWR-02' && risk >= 100))
          expect(over).toHaveLength(1)
          if (supply.supply.peak > 0) expect(loaded).toHaveLength(1)
        }
      }
    }
  })

  it('know what the board takes itself, through rails made from others', () => {
    const resolved = resolvePlan(demo('spillway-hex'))
    const v5 = sourcesOf(resolved).find(({ place }) => place === 'rail:v5')!
    expect(v5.own).toBeCloseTo(0.18 + 0.06, 6)
  })
})
