import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { resolvePlan } from '../plan'
import { flightAt, flightLength } from '.'

const resolved = resolvePlan(allocated('spillway-hex'))
const all = Array.from({ length: flightLength + 1 }, (_, time) => flightAt(resolved, time))

describe('the simulated flight', () => {
  it('has a figure for each value at each moment, for every build', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const build = resolvePlan(allocated(name))
      for (let time = 0; time <= flightLength; time += 7)
        for (const [key, value] of Object.entries(flightAt(build, time)))
          if (typeof value === 'number') expect(Number.isFinite(value), `${name} ${key} at ${time}`).toBe(true)
    }
  })

  it('begins and ends on the ground at home, disarmed, and flies between', () => {
    for (const at of [all[0]!, all.at(-1)!]) {
      expect(at).toMatchObject({ armed: false, throttle: 0 })
      expect(at.altitude).toBeCloseTo(0)
      expect(at.homeDistance).toBeLessThan(1)
    }
    expect(Math.max(...all.map(({ altitude }) => altitude))).toBeCloseTo(120, 0)
    expect(Math.max(...all.map(({ homeDistance }) => homeDistance))).toBeGreaterThan(400)
  })

  it('climb is the change of altitude, speed that of place, and what is used only grows', () => {
    for (let at = 1; at < all.length - 1; at += 1) {
      const [before, now, after] = [all[at - 1]!, all[at]!, all[at + 1]!]
      expect(now.climb).toBeCloseTo((after.altitude - before.altitude) / 2, 0)
      expect(after.used).toBeGreaterThan(now.used)
      expect(Math.abs(after.homeDistance - before.homeDistance) / 2).toBeLessThan(now.speed + 1)
    }
  })

  it('beyond its ends is its ends', () => {
    expect(flightAt(resolved, -5)).toEqual(flightAt(resolved, 0))
    expect(flightAt(resolved, 9999)).toEqual(flightAt(resolved, flightLength))
  })
})
