import { standardsOf } from '../../video'
import { videoChain } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const links = videoChain(resolved)
  if (!links.length) return
  const ends = links.flatMap(({ from, to }) => [standardsOf(resolved, from), standardsOf(resolved, to)])
  const common = (['PAL', 'NTSC'] as const).filter((standard) => ends.every(({ standards }) => standards.includes(standard)))
  if (common.length < 2) return
  yield {
    subjects: links.flatMap(({ from, to }) => [from, to].flatMap((end) => ('device' in end ? [`device:${end.device.id}`] : []))),
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
