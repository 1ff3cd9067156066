import { carriageOf, placedReceiver } from '../../../controls'
import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { controlsBegun } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { need, protocol } = placedReceiver(resolved) ?? {}
  if (!need || protocol === undefined || carriageOf(resolved, protocol) || !controlsBegun(resolved)) return
  const { name = protocol } = resolved.protocols[protocol] ?? {}
  yield {
    subjects: [referTo('need', need.key), referTo('device', need.fitted.id)],
    fact: `${nameOf(need.fitted)} speaks ${name}, of which it is not known how many channels it carries: whether a control arrives is not judged. The protocol’s definition says it with “channels”`,
  }
}

export const knownCarrier: Rule = {
  meta: {
    id: 'CHN-12',
    family: 'control',
    severity: 'fix',
    title: 'What carries the channels is known',
    why: 'Switches and outputs can be checked against what arrives only when the way from the receiver to the board is known.',
    reads: ['control receiver', 'assignment', 'handset', 'channel jobs'],
  },
  check,
}
