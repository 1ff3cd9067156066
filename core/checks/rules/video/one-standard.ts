import { standardsOf } from '../../video'
import { videoChain } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { from, to } of videoChain(resolved)) {
    const [one, other] = [standardsOf(resolved, from), standardsOf(resolved, to)]
    if (one.standards.some((standard) => other.standards.includes(standard))) continue
    yield {
      subjects: [from, to].flatMap((end) => ('device' in end ? [`device:${end.device.id}`] : [])),
      fact: `${one.name} gives ${one.standards.join(' or ')}; ${other.name} takes ${other.standards.join(' or ')}`,
    }
  }
}

export const oneStandard: Rule = {
  meta: {
    id: 'VID-02',
    family: 'video',
    severity: 'fix',
    title: 'One standard along the chain',
    why: 'A PAL camera on an NTSC overlay gives a rolling picture or none.',
    reads: ['video needs', 'board overlay chip'],
  },
  check,
}
