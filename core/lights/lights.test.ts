import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { allocated, demo } from '../../tests/helpers/plans'
import { flightAt, flightLength } from '../flight'
import { powerTree, wiresOf, Circuit } from '../harness'
import {
  ampsOfLight,
  lightEffects,
  lightStates,
  resolvePlan,
  stripCurrent,
  type LightEffect,
  type LightState,
  type Plan,
} from '../plan'
import {
  ampsOf,
  coveredMeanings,
  darkSides,
  inShownOrder,
  joinedPieces,
  lightsAt,
  limitFor,
  litAt,
  partedPiece,
  seenFrom,
  shareSeen,
  sides,
  stripFigures,
  stripsOf,
  turned,
  unusedStretch,
  usualStrip,
  voltsAlong,
} from './index'

const hex = () => resolvePlan(allocated('spillway-hex'))
const ring = () => stripsOf(hex())[0]!

const piece = fc.record({
  lights: fc.integer({ min: 1, max: 30 }),
  from: fc.record({ x: fc.integer({ min: -500, max: 500 }), y: fc.integer({ min: -500, max: 500 }) }),
  to: fc.record({ x: fc.integer({ min: -500, max: 500 }), y: fc.integer({ min: -500, max: 500 }) }),
  facing: fc.oneof(fc.integer({ min: 0, max: 359 }), fc.constantFrom('down' as const, 'up' as const)),
})

const meanings = fc.array(
  fc.record({
    when: fc.constantFrom(...(Object.keys(lightStates) as LightState[])),
    colour: fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`),
    effect: fc.constantFrom(...(Object.keys(lightEffects) as LightEffect[])),
  }),
  { maxLength: 5 },
)

describe('where lights are', () => {
  it('is numbered along the data, evenly on each piece, and the other way about when a piece is turned', () => {
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 6 }), (pieces) => {
        const lights = lightsAt({ pieces, limit: 1 })
        expect(lights.map(({ number }) => number)).toEqual(lights.map((_, at) => at + 1))
        expect(lights).toHaveLength(pieces.reduce((sum, { lights: own }) => sum + own, 0))
        const [first] = pieces
        const own = lights.filter((light) => light.piece === 0)
        const back = lightsAt({ pieces: [turned(first!)], limit: 1 })
        own.toReversed().forEach(({ x, y }, at) => {
          expect(back[at]!.x).toBeCloseTo(x, 9)
          expect(back[at]!.y).toBeCloseTo(y, 9)
        })
      }),
      { seed: seedOf(151) },
    )
  })
  it('is usually all of them, as long as they are, on any craft', () => {
    for (const outline of ['quad', 'hex', 'wing'] as const)
      for (const leds of [1, 2, 3, 7, 12, 60, 1000]) {
        const lights = lightsAt(usualStrip({ craft: { outline, size: 400 } }, { leds, pitch: 16.6 }))
        expect(lights, `${outline} ${leds}`).toHaveLength(leds)
      }
  })
  it('has a lead between pieces, as long as they are apart', () => {
    expect(ring().joins).toEqual([
      { from: 15, to: 16, length: 12 },
      { from: 30, to: 31, length: 12 },
      { from: 45, to: 46, length: 12 },
    ])
  })
})

describe('pieces and stretches', () => {
  it('parted and joined again, a strip has all its lights where they were', () => {
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 5 }), fc.nat(), (pieces, which) => {
        const strip = { pieces, limit: 1 }
        const at = which % pieces.length
        const parted = partedPiece(strip, at)
        expect(lightsAt(parted)).toHaveLength(lightsAt(strip).length)
        if (pieces[at]!.lights < 2) return void expect(parted).toBe(strip)
        expect(parted.pieces).toHaveLength(pieces.length + 1)
        expect(joinedPieces(parted, at)).toEqual(strip)
        lightsAt(parted).forEach(({ x, y }, light) => {
          // The middle lies on a whole millimetre.
          expect(Math.hypot(x - lightsAt(strip)[light]!.x, y - lightsAt(strip)[light]!.y)).toBeLessThan(1)
        })
      }),
      { seed: seedOf(154) },
    )
  })
  it('the first free stretch is free, begins at the first free light, and ends before one that is taken', () => {
    const stretch = fc.tuple(fc.integer({ min: 1, max: 60 }), fc.nat(20))
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 5 }), (all) => {
        const segments = Object.fromEntries(
          all.map(([first, long], at) => [`s${at}`, { name: 'S', need: 'ring/data', first, last: first + long, meanings: [] }]),
        )
        const { first, last } = unusedStretch({ strips: {}, segments }, ring())
        const taken = (light: number) => all.some(([from, long]) => light >= from && light <= from + long)
        const free = Array.from({ length: 60 }, (_, at) => at + 1).filter((light) => !taken(light))
        if (!free.length) return void expect([first, last]).toEqual([1, 60])
        expect(first).toBe(free[0])
        expect(last === 60 || taken(last + 1)).toBe(true)
        for (let light = first; light <= last; light += 1) expect(taken(light)).toBe(false)
      }),
      { seed: seedOf(155) },
    )
  })
  it('meanings put in order are each shown, and lose none', () => {
    fc.assert(
      fc.property(meanings, (all) => {
        const ordered = inShownOrder(all)
        expect(
          coveredMeanings({
            strips: {},
            segments: { s: { name: 'S', need: 'ring/data', first: 1, last: 1, meanings: ordered } },
          }),
        ).toEqual([])
        expect(new Set(ordered.map(({ when }) => when))).toEqual(new Set(all.map(({ when }) => when)))
      }),
      { seed: seedOf(156) },
    )
  })
})

describe('what lights show', () => {
  it('is the first meaning that holds, at any moment of the flight', () => {
    const resolved = hex()
    const colours = (time: number) =>
      litAt(ring(), resolved.plan.lights, flightAt(resolved, time))
        .filter(({ number }) => number >= 16 && number <= 30)
        .map(({ colour }) => colour)
    expect(new Set(colours(150))).toEqual(new Set(['#00dc28']))
    // The link is lost: a flash, twice a second.
    expect(new Set(colours(400.05))).toEqual(new Set(['#ff00b4']))
    expect(new Set(colours(400.3))).toEqual(new Set([undefined]))
    // Before the fix a third of the lights run along.
    expect(colours(2).filter((colour) => colour === '#0050ff')).toHaveLength(5)
    expect(new Set(colours(599))).toEqual(new Set(['#404040']))
    // Switched off, there is none.
    for (const time of [2, 150, 400.05])
      expect(
        litAt(ring(), resolved.plan.lights, flightAt(resolved, time), false).filter(({ colour }) => colour),
        `${time}`,
      ).toEqual([])
  })
  it('follows the throttle with as many lights', () => {
    const resolved = hex()
    const bar = {
      name: 'Bar',
      need: 'ring/data',
      first: 1,
      last: 10,
      meanings: [{ when: 'throttle' as const, colour: '#ffffff', effect: 'steady' as const }],
    }
    const values = flightAt(resolved, 150)
    const lit = litAt(ring(), { strips: {}, segments: { bar } }, { ...values, throttle: 0.42 }).filter(({ colour }) => colour)
    expect(lit.map(({ number }) => number)).toEqual([1, 2, 3, 4])
  })
  it('runs along ten lights a second, blinks once and flashes twice', () => {
    const values = flightAt(hex(), 150)
    const litOf = (effect: 'chase' | 'blink' | 'flash', time: number) => {
      const bar = {
        name: 'Bar',
        need: 'ring/data',
        first: 1,
        last: 9,
        meanings: [{ when: 'always' as const, colour: '#ffffff', effect }],
      }
      const lit = litAt(ring(), { strips: {}, segments: { bar } }, { ...values, time })
      return lit.filter(({ colour }) => colour).map(({ number }) => number)
    }
    expect([0, 0.05, 0.1, 0.2, 0.3].map((time) => litOf('chase', time)[0])).toEqual([1, 1, 2, 3, 1])
    expect(litOf('chase', 0)).toEqual([1, 4, 7])
    const all = Array.from({ length: 9 }, (_, at) => at + 1)
    expect([0.4, 0.6, 1.4, 1.6].map((time) => litOf('blink', time))).toEqual([all, [], all, []])
    expect([0.05, 0.15, 0.55, 0.65].map((time) => litOf('flash', time))).toEqual([all, [], all, []])
  })
  it('is seen from the side that lights look to, mirrored from the other', () => {
    const resolved = hex()
    const lit = litAt(ring(), resolved.plan.lights, flightAt(resolved, 150))
    const seen = sides.map((side) => new Set(seenFrom(lit, side).map(({ colour }) => colour)))
    expect(seen).toEqual([new Set(['#c8c8c8']), new Set(['#00dc28']), new Set(['#c8c8c8']), new Set(['#f00000'])])
    const front = seenFrom(lit, 0).map(({ number }) => number)
    // Who stands before the craft has its left wing to their right.
    expect(front).toEqual(Array.from({ length: 15 }, (_, at) => 15 - at))
    expect(shareSeen(60, 0)).toBeCloseTo(0.5, 9)
    expect(shareSeen(90, 0)).toBe(0)
    expect(shareSeen('down', 270)).toBe(0.25)
    expect(darkSides(resolved)).toEqual([])
  })
})

describe('what lights take', () => {
  it('is 60 mA for a light in full white, and idle current in the dark', () => {
    expect(ampsOfLight('#ffffff', 1)).toBeCloseTo(0.0608, 6)
    expect(ampsOfLight('#ffffff', 0.2)).toBeCloseTo(0.0128, 6)
    expect(ampsOfLight(undefined, 1)).toBe(0.0008)
  })
  it('is never above what is called its worst, at any moment', () => {
    const resolved = hex()
    const strip = ring()
    fc.assert(
      fc.property(
        meanings,
        meanings,
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0, max: flightLength, noNaN: true }),
        (one, other, parted, time) => {
          const lights = {
            strips: { 'ring/data': strip.strip },
            segments: {
              a: { name: 'A', need: 'ring/data', first: 1, last: parted, meanings: one },
              b: { name: 'B', need: 'ring/data', first: Math.min(60, parted + 1), last: 60, meanings: other },
            },
          }
          const amps = ampsOf(litAt(strip, lights, flightAt(resolved, time)), strip.strip.limit)
          // A third of the lights that run along may be one more than a third, at each end of a segment.
          expect(amps).toBeLessThanOrEqual(stripCurrent(lights, 'ring/data', strip.need.need)!.worst + 4 * 0.0608)
        },
      ),
      { seed: seedOf(152), numRuns: amount(120) },
    )
  })
  it('takes the place of the flat figure in the power tree, where lights are laid out', () => {
    const peak = (plan: Plan) => {
      const resolved = resolvePlan(plan)
      const wires = wiresOf(resolved)
      return powerTree(resolved, wires, new Circuit(resolved, wires)).leaves.find(({ supply }) => supply.fitted.id === 'ring')!
        .peak
    }
    const plan = allocated('spillway-hex')
    const strip = ring()
    const { worst } = stripCurrent(plan.lights, 'ring/data', strip.need.need)!
    expect(peak(plan)).toBeCloseTo(worst, 9)
    // At half brightness: white to front and back takes most; at the sides the magenta of a lost link does.
    const each = (parts: number) => 0.0008 + (parts / 255) * 0.02 * 0.5
    expect(worst).toBeCloseTo(30 * each(3 * 0xc8) + 30 * each(0xff + 0xb4), 9)
    expect(peak({ ...plan, lights: { strips: {}, segments: {} } })).toBe(3.6)
    expect(demo('culvert-scout').lights.segments).toEqual({})
  })
  it('drops along the strip as a ladder of resistors solved node by node', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 0.06, noNaN: true }), { minLength: 60, maxLength: 60 }), (amps) => {
        const strip = ring()
        const volts = voltsAlong(strip, 5, amps)
        expect(volts[0]).toBe(5)
        // Kirchhoff at each light: what comes from before is what it takes and what goes on.
        for (let at = 1; at < 59; at += 1) {
          const joined = (light: number) => strip.joins.some(({ to }) => to === light + 1)
          if (joined(at) || joined(at + 1)) continue
          const arrives = (volts[at - 1]! - volts[at]!) / 0.007
          const leaves = (volts[at]! - volts[at + 1]!) / 0.007
          expect(arrives - leaves).toBeCloseTo(amps[at]!, 6)
        }
        expect((volts[58]! - volts[59]!) / 0.007).toBeCloseTo(amps[59]!, 6)
      }),
      { seed: seedOf(153), numRuns: amount(35) },
    )
  })
  it('names frame, refresh and the brightness that the last light bears', () => {
    const resolved = hex()
    const strip = ring()
    const figures = stripFigures(strip, resolved.plan.lights, 5)
    expect(figures.frame).toBe(2080)
    expect(figures.refresh).toBeCloseTo(480.8, 1)
    expect(figures.last).toBeLessThan(figures.first)
    expect(figures.data.needed).toBeCloseTo(0.7 * figures.last, 9)
    expect(figures.data.level).toBeGreaterThan(figures.last)
    const limited = { ...strip, strip: { ...strip.strip, limit: figures.brightest } }
    const white = strip.lights.map(() => ampsOfLight('#ffffff', figures.brightest))
    expect(voltsAlong(limited, 5, white).at(-1)).toBeCloseTo(4.5, 6)
    expect(stripFigures(strip, resolved.plan.lights, 4.2).brightest).toBe(0)
  })
  it('finds the brightness that keeps within a current', () => {
    const { lights } = hex().plan
    const limit = limitFor(ring(), lights, 0.6)!
    const worst = (at: number) =>
      stripCurrent({ ...lights, strips: { 'ring/data': { ...ring().strip, limit: at } } }, 'ring/data', ring().need.need)!.worst
    expect(worst(limit)).toBeLessThanOrEqual(0.6)
    expect(worst(limit + 0.05)).toBeGreaterThan(0.6)
    expect(limitFor(ring(), lights, 0.01)).toBeUndefined()
  })
})
