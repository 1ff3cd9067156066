import { describe, expect, it } from 'vitest'
import { edited, factsOf } from '../../tests/helpers/findings'
import { allocated, demo } from '../../tests/helpers/plans'
import { tiny } from '../../tests/helpers/tiny'
import { analyse } from '../engine'
import { resolvePlan } from '../plan'
import { capacitiesOf } from '../suitability'
import { milliampsTaken } from '../units'
import {
  ampacity,
  benchHolds,
  bears,
  burstFactor,
  flightCurrent,
  flightMinutes,
  gaugeFor,
  gauges,
  minutesAt,
  wireRating,
} from '.'

const demos = ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const

describe('what a rail gives', () => {
  const rails = {
    v5: { label: '5 V', kind: 'linear' as const, volts: 5, source: 'bat', limit: 0.3, liveFrom: ['battery' as const] },
  }
  const two = (peak: number) =>
    tiny({
      rails,
      devices: { one: { supply: { typical: 0.05, peak: 0.1 } }, other: { supply: { typical: 0.05, peak } } },
    })

  it('is weighed alike by the search and by the rule, to the milliampere', () => {
    for (const [peak, fits] of [
      [0.2, true],
      [0.201, false],
    ] as const) {
      const plan = two(peak)
      const taken = milliampsTaken(0.1) + milliampsTaken(peak)
      expect(taken <= capacitiesOf(resolvePlan(plan)).get('rail:v5')!, `${peak}`).toBe(fits)
      expect(factsOf(plan, 'PWR-02').length === 0, `${peak}`).toBe(fits)
    }
  })
})

describe('flight time', () => {
  it('is one figure for power, logs and papers, before and after the allocation', () => {
    for (const name of demos) {
      const plan = allocated(name)
      const { minutes, inTheAir } = analyse(plan).power.input
      expect(minutes).toBe(flightMinutes(resolvePlan(plan)))
      expect(flightMinutes(resolvePlan(demo(name)))).toBe(minutes)
      expect(minutes).toBe(minutesAt(plan.battery.capacity, inTheAir))
    }
  })
  it('is for a current close to the one that the wires then carry', () => {
    for (const name of demos) {
      const { typical, inTheAir } = analyse(allocated(name)).power.input
      expect(Math.abs(inTheAir - typical) / typical, name).toBeLessThan(0.03)
    }
  })
  it('counts of two inputs for one part only one, and motors that no part drives', () => {
    const supply = { min: 4.5, max: 5.5, typical: 0.5, peak: 0.5, ground: 'gnd', alternative: 'either' }
    const camera = { supply: { typical: 0.5, peak: 0.5, alternative: 'either' } }
    const one = flightCurrent(resolvePlan(tiny({ devices: { camera } })))
    const both = {
      ...camera,
      terminals: { usb: { label: 'USB', role: 'supply' as const } },
      supplies: { usb: { ...supply, terminal: 'usb' } },
    }
    expect(flightCurrent(resolvePlan(tiny({ devices: { camera: both } })))).toBeCloseTo(one, 9)
    const without = resolvePlan(tiny({ devices: {} }))
    expect(flightCurrent(without)).toBeGreaterThanOrEqual(without.motors.count * without.motors.hover)
  })
  it('is none without a current, and 48 min of a 1 Ah pack at 1 A', () => {
    expect(minutesAt(1000, 0)).toBe(0)
    expect(minutesAt(1000, 1)).toBe(48)
  })
})

describe('a gauge', () => {
  it('is the thinnest that bears what flows on and on and for moments', () => {
    for (const main of [false, true]) {
      for (const [typical, peak] of [
        [0.1, 0.2],
        [1, 3],
        [3, 25],
        [12, 36],
        [40, 90],
      ] as const) {
        const chosen = gaugeFor({ typical, peak }, main)
        expect(bears(wireRating(chosen, main), { typical, peak })).toBe(chosen !== 8 || peak < 50)
        const thinner = gauges[gauges.findIndex((gauge) => gauge === chosen) - 1]
        if (thinner !== undefined && !(main && thinner > 20))
          expect(bears(wireRating(thinner, main), { typical, peak })).toBe(false)
      }
    }
  })
  it('bears bursts only on the way of motor current, in a thick wire', () => {
    expect(wireRating(18, true).peak).toBe(burstFactor * ampacity(18))
    expect(wireRating(18, false).peak).toBe(ampacity(18))
    expect(wireRating(22, true).peak).toBe(ampacity(22))
  })
  it('is given to a wire behind two splices for all that flows through it', () => {
    const hex = allocated('spillway-hex')
    const [wire] = analyse(hex).wires.filter(({ main, kind, from }) => main && kind === 'supply' && from.device === 'esc')
    const chained = edited(
      hex,
      { type: 'joint.add', joint: 'joint-1', kind: 'splice', name: 'First' },
      { type: 'joint.add', joint: 'joint-2', kind: 'splice', name: 'Second' },
      { type: 'wire.set', wire: wire!.id, set: { end: 'terminal:joint-1/c' } },
    )
    const between = { from: 'terminal:joint-1/c', to: 'terminal:joint-2/c' } as const
    const on = { from: 'terminal:joint-2/c', to: `terminal:${wire!.to.device}/${wire!.to.point}` } as const
    const [there, back] = [
      [between, on],
      [on, between],
    ].map((ends) => edited(chained, ...ends.map((each, at) => ({ type: 'wire.add' as const, wire: `extra.${at + 1}`, ...each }))))
    // In whatever order they were added, they are what the wires are that they lead on.
    for (const plan of [there!, back!]) {
      const { wires, flows } = analyse(plan)
      for (const id of ['extra.1', 'extra.2']) {
        const made = wires.find((each) => each.id === id)!
        expect(made).toMatchObject({ kind: 'supply', main: true, bursts: true })
        expect(flows[id]!.peak).toBeGreaterThan(20)
        expect(made.gauge).toBe(gaugeFor(flows[id]!, true))
      }
      expect(factsOf(plan, 'PWR-06')).toEqual([])
    }
  })
})

describe('a bench supply with a limit', () => {
  const still = { typical: 0.1 + 0.2, peak: 1.2 }
  it.each([
    [1.2, 'all'],
    [1.199, 'rest'],
    [0.3, 'rest'],
    [0.299, 'nothing'],
  ])('of %s A holds %s', (limit, holds) => expect(benchHolds(still, limit)).toBe(holds))
})
