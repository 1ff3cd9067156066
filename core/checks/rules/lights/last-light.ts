import { leastVolts, stripFigures, stripVolts, stripsOf } from '../../../lights'
import { referTo } from '../../../plan'
import { formatAmps, formatVolts } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved, power }: CheckContext): Iterable<Report> {
  for (const laid of stripsOf(resolved)) {
    const { need, strip } = laid
    const first = stripVolts(power, laid)
    const least = leastVolts(laid)
    // What is too low already where the strip begins is told of its wires.
    if (first === undefined || first < least) continue
    const { last, worst, brightest } = stripFigures(laid, resolved.plan.lights, first)
    if (last >= least) continue
    const limit = Math.floor(brightest * 20) / 20
    yield {
      subjects: [referTo('need', need.key), referTo('device', need.fitted.id)],
      fact: `the last of the ${need.need.leds} lights of ${need.fitted.instance.name} gets ${formatVolts(last)} at ${formatAmps(worst)}: ${formatVolts(first - last)} are lost along the strip; it needs ${formatVolts(least)}`,
      fixes:
        limit > 0 && limit < strip.limit
          ? [
              {
                label: `Limit it to ${Math.round(limit * 100)} %`,
                edit: { type: 'strip.set', need: need.key, as: { ...strip, limit } },
              },
            ]
          : [],
    }
  }
}

export const lastLight: Rule = {
  meta: {
    id: 'LGT-03',
    family: 'lights',
    severity: 'weigh',
    title: 'The last light gets its volts',
    why: 'Copper of a strip is thin: all current of the lights behind flows through it. Starved lights turn red, flicker and garble the data for those after them. Supply fed in at both ends halves the way.',
    reads: ['light strips', 'light segments', 'wires', 'supplies'],
  },
  check,
}
