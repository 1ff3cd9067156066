import { describe, expect, it } from 'vitest'
import { batteryPlace, type Place } from '#core/plan'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyDevice } from '../../../../tests/helpers/tiny'

const esc = (count: number): TinyDevice => ({
  motors: { count, continuous: 10, peak: 12 },
  needs: { current: { kind: 'analog', measures: 'current' } },
})
const build = (others: Record<string, TinyDevice>) =>
  tiny({
    pads: { A: [{ as: 'analog', max: 3.3 }] },
    devices: { four: esc(4), ...others },
    at: { 'four/current': 'pad:A' },
  })

describe('PAD-16', () => {
  it('is silent where all motors hang behind the sensor', () => {
    expect(factsOf(build({}), 'PAD-16')).toEqual([])
  })
  it('knows of the board that measures by itself what goes past it', () => {
    const { needs: _, ...plain } = esc(4)
    const main = {
      supplies: { main: { terminal: 'bat', ground: 'gnd', min: 7, max: 30, typical: 1, peak: 2 } },
      supply: false as const,
    }
    const motors = {
      ...plain,
      ...main,
      terminals: { bat: { label: 'BAT', role: 'supply' as const }, gnd: { label: 'GND', role: 'ground' as const } },
    }
    const fedFrom = (place: Place) =>
      factsOf(tiny({ board: { feeds: ['current'] }, devices: { four: motors }, feeds: { 'four/main': place } }), 'PAD-16')
    expect(fedFrom(batteryPlace)).toEqual([
      'The sensor of Board sees 0 of 4 motors: the current shown, and the capacity used, come out about 100 % low',
    ])
    expect(fedFrom('rail:bat')).toEqual([])
  })
  it('says how many it sees, and how far off that is', () => {
    const { needs: _, ...plain } = esc(1)
    expect(factsOf(build({ five: plain, six: plain }), 'PAD-16')).toEqual([
      'Four (Current) sees 4 of 6 motors: the current shown, and the capacity used, come out about 33 % low',
    ])
  })
})
