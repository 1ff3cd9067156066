import { unknownCarrier } from '../../../controls'
import { referTo } from '../../../plan'
import { protocolOf } from '../../../protocols'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { controlsBegun } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const found = controlsBegun(resolved) ? unknownCarrier(resolved) : undefined
  if (!found) return
  const { need, protocol } = found
  const { name = protocol } = resolved.protocols[protocol] ?? {}
  const fact = protocolOf(protocol)
    ? 'which carries no channels: no control arrives'
    : 'of which it is not known how many channels it carries: whether a control arrives is not judged. The protocol’s definition says it with “channels”'
  yield {
    subjects: [referTo('need', need.key), referTo('device', need.fitted.id)],
    fact: `${nameOf(need.fitted)} speaks ${name}, ${fact}`,
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
