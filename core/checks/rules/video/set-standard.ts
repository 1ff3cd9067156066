import { videoChain } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutVideo, standardsOf } from '../../video'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const points = videoChain(resolved).flatMap(({ from, to }) => [from, to])
  if (!points.length) return
  const ends = points.map((point) => standardsOf(resolved, point))
  const common = (['PAL', 'NTSC'] as const).filter((standard) => ends.every(({ standards }) => standards.includes(standard)))
  if (common.length < 2) return
  yield {
    subjects: [...new Set(points.flatMap(aboutVideo))],
    fact: `all of ${[...new Set(ends.map(({ name }) => name))].join(', ')} know PAL and NTSC; set one and the same in each, do not trust them to find out`,
  }
}

export const setStandard: Rule = {
  meta: {
    id: 'VID-04',
    family: 'video',
    severity: 'note',
    title: 'Set the standard by hand',
    why: 'Automatic detection falls for noise at power-up and then stays wrong: set the standard in camera and overlay.',
    reads: ['video chain'],
  },
  check,
}
