import { referTo } from '../../../plan'
import { figure, quarterWave } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Share of the length that an antenna may be off. */
const tolerance = 0.06

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    for (const { label, megahertz, antenna, velocity } of fitted.device.radios) {
      if (antenna === undefined) continue
      const wanted = quarterWave(megahertz, velocity)
      if (Math.abs(antenna - wanted) / wanted <= tolerance) continue
      yield {
        subjects: [referTo('device', fitted.id)],
        fact: `${nameOf(fitted)} (${label}, ${figure(megahertz, 'MHz')}) has an antenna of ${figure(antenna, 'mm', 1)}; a quarter wave is ${figure(wanted, 'mm', 1)}`,
      }
    }
  }
}

export const antennaLength: Rule = {
  meta: {
    id: 'RFI-04',
    family: 'radio',
    severity: 'weigh',
    title: 'Antenna cut for its frequency',
    why: 'A whip off its quarter wave, c/(4f) × velocity factor, throws power back into the transmitter and range away.',
    reads: ['radios'],
  },
  check,
}
