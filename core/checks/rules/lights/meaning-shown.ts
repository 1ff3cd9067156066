import { coveredMeanings } from '../../../lights'
import { lightStates, referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { segments } = resolved.plan.lights
  for (const { segment: id, at, by } of coveredMeanings(resolved.plan.lights)) {
    const segment = segments[id]!
    const { meanings, name } = segment
    const moved = meanings.toSpliced(at, 1).toSpliced(by, 0, meanings[at]!)
    const again = meanings[at]!.when === meanings[by]!.when
    yield {
      subjects: [referTo('segment', id)],
      fact: `${name} never shows “${lightStates[meanings[at]!.when]}”: “${lightStates[meanings[by]!.when]}” stands before it and holds then too`,
      fixes: [
        again
          ? {
              label: 'Take it away',
              edit: { type: 'segment.set', segment: id, as: { ...segment, meanings: meanings.toSpliced(at, 1) } },
            }
          : { label: 'Put it before', edit: { type: 'segment.set', segment: id, as: { ...segment, meanings: moved } } },
      ],
    }
  }
}

export const meaningShown: Rule = {
  meta: {
    id: 'LGT-05',
    family: 'lights',
    severity: 'fix',
    title: 'Each meaning of lights can come up',
    why: 'The first meaning that holds is shown. An alarm behind what always holds is never seen.',
    reads: ['light segments'],
  },
  check,
}
