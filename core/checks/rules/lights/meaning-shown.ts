import { coveredMeanings, inShownOrder } from '../../../lights'
import { lightStates, referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { segments } = resolved.plan.lights
  const covered = coveredMeanings(resolved.plan.lights)
  for (const [id, segment] of Object.entries(segments)) {
    const own = covered.filter((each) => each.segment === id)
    if (!own.length) continue
    const { meanings, name } = segment
    const said = (at: number) => `“${lightStates[meanings[at]!.when]}”`
    const again = own.every(({ at, by }) => meanings[at]!.when === meanings[by]!.when)
    yield {
      subjects: [referTo('segment', id)],
      fact: `${name} never shows ${own.map(({ at, by }) => `${said(at)}: ${said(by)} stands before it and holds then too`).join('; nor ')}`,
      fixes: [
        {
          label: again ? 'Remove it' : 'Put it before',
          edit: { type: 'segment.set', segment: id, as: { ...segment, meanings: inShownOrder(meanings) } },
        },
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
