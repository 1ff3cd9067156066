import { videoChain } from '../../../harness'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const links = videoChain(resolved)
  const joined = new Set(
    links.flatMap(({ from, to }) => [from, to].flatMap((end) => ('device' in end ? [`${end.device.id}.${end.terminal}`] : []))),
  )
  for (const fitted of resolved.devices) {
    for (const need of fitted.device.needs) {
      if (need.kind !== 'video' || fitted.instance.leftOut.includes(need.id) || joined.has(`${fitted.id}.${need.terminal}`))
        continue
      yield {
        subjects: [`device:${fitted.id}`, `need:${fitted.id}/${need.id}`],
        fact: `${nameOf(fitted)}: ${need.label} ${need.direction === 'out' ? 'goes nowhere' : 'gets nothing'}`,
        fixes: [{ label: 'Do without it', edit: { type: 'need.leave-out', need: `${fitted.id}/${need.id}`, leftOut: true } }],
      }
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
    reads: ['video chain'],
  },
  check,
}
