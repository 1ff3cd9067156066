import { darkSides } from '../../../lights'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

const from = { 0: 'the front', 90: 'the right', 180: 'behind', 270: 'the left' } as const

export const seenAround: Rule = {
  meta: {
    id: 'LGT-04',
    family: 'lights',
    severity: 'weigh',
    title: 'Lights are seen from every side',
    why: 'In the dark a craft that shows nothing to a side is not there for whoever stands on it, the pilot among them.',
    reads: ['light strips', 'light segments'],
  },
  *check({ resolved }: CheckContext): Iterable<Report> {
    const dark = darkSides(resolved)
    if (dark.length)
      yield {
        subjects: Object.keys(resolved.plan.lights.segments).map((id) => referTo('segment', id)),
        fact: `in flight no light is seen from ${dark.map((side) => from[side]).join(', ')}`,
        fixes: [],
      }
  },
}
