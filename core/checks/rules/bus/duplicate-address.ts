import { idIn } from '../../../plan'
import { hexAddress } from '../../../suitability'
import { needName, type CheckContext, type Report, type Rule } from '../../context'
import { clashReports, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'BUS-01')
  yield* clashReports(context, 'BUS-01', ({ one, other, thing }) => {
    const bus = context.resolved.board.i2c.find(({ id }) => id === idIn('i2c', one.placement.place))
    const address = hexAddress(Number(thing.slice(thing.indexOf('@') + 1)))
    return `${needName(one.need)} and ${needName(other.need)} both answer to ${address} on ${bus?.label}`
  })
}

export const duplicateAddress: Rule = {
  meta: {
    id: 'BUS-01',
    family: 'bus',
    severity: 'fix',
    title: 'No two parts on one I²C address',
    why: 'Two parts on one address answer together, and what is read is the mixture of both. Both then look faulty.',
    reads: ['assignment', 'I²C buses'],
  },
  check,
}
