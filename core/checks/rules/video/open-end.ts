import { videoChain } from '../../../harness'
import { isIdle, keyOf, referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { doWithout } from '../../reports'
import { strayReports } from '../../stray-reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  yield* strayReports(context, ['chain'])
  const ends = videoChain(resolved).flatMap(({ from, to }) => [from, to])
  const joined = new Set(ends.flatMap((end) => ('device' in end ? [keyOf(end.device.id, end.terminal)] : [])))
  for (const { key, need, fitted } of resolved.needs) {
    if (need.kind !== 'video' || joined.has(keyOf(fitted.id, need.terminal)) || isIdle(resolved, fitted)) continue
    yield {
      subjects: [referTo('device', fitted.id), referTo('need', key)],
      fact: `${nameOf(fitted)}: ${need.label} ${need.direction === 'out' ? 'goes nowhere' : 'gets nothing'}`,
      fixes: [doWithout(key, 'Do without it')],
    }
  }
}

export const openEnd: Rule = {
  meta: {
    id: 'VID-03',
    family: 'video',
    severity: 'fix',
    title: 'No open end of the video chain',
    why: 'A camera whose picture goes nowhere, or a transmitter that gets none, is dead weight.',
    reads: ['video chain', 'wires'],
  },
  check,
}
