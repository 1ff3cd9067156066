import { videoChain } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutVideo, standardsOf } from '../../video'

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { from, to } of videoChain(resolved)) {
    const [near, far] = [standardsOf(resolved, from), standardsOf(resolved, to)]
    if (near.standards.some((standard) => far.standards.includes(standard))) continue
    yield {
      subjects: [from, to].flatMap(aboutVideo),
      fact: `${near.name} gives ${near.standards.join(' or ')}; ${far.name} takes ${far.standards.join(' or ')}`,
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
