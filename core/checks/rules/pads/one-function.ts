import { idIn, placeLabel } from '../../../plan'
import { outletAt, type PlacedNeed } from '../../../suitability'
import { needName, type CheckContext, type Report, type Rule } from '../../context'
import { clashReports, padName, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'PAD-01')
  const who = ({ need, placement: { place } }: PlacedNeed) =>
    idIn('pad', place) === undefined && idIn('device', place) === undefined
      ? `${needName(need)} as a line of ${placeLabel(place, context.resolved.plan)}`
      : needName(need)
  yield* clashReports(context, 'PAD-01', ({ one, other, thing }) => {
    // Two links on one port are told of as such.
    if (one.placement.place === other.placement.place && idIn('port', one.placement.place) !== undefined) return undefined
    const pin = thing.slice(thing.indexOf(':') + 1).replace(/@.*$/, '')
    const name = outletAt(context.resolved, one.placement.place)?.name ?? `pad ${padName(context.resolved, pin)}`
    return `${name} is to serve ${who(one)} and ${who(other)}`
  })
}

export const oneFunction: Rule = {
  meta: {
    id: 'PAD-01',
    family: 'pads',
    severity: 'fix',
    title: 'One pad, one function',
    why: 'A pin does one thing at a time. The firmware gives it to one of the two and drops the other when it saves.',
    reads: ['assignment', 'pins'],
  },
  check,
}
