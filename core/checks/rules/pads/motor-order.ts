import { mappingWords, outputMapping } from '../../../suitability'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  const mapped = outputMapping(resolved)
  if (!mapped.length) return
  const placeOf = (key: string) => resolved.plan.assignment[key]!.place
  yield {
    subjects: mapped.flatMap(({ need }) => [...aboutNeed(need), placeOf(need.key)]),
    fact: `outputs to be mapped before the first spin: ${mapped.map((each) => `${needName(each.need)}: ${mappingWords(each)}`).join('; ')}`,
    fixes: mapped.map(({ need }) => keepOff(context, need, placeOf(need.key))),
  }
}

export const motorOrder: Rule = {
  meta: {
    id: 'PAD-13',
    family: 'pads',
    severity: 'weigh',
    title: 'Motors on the outputs of their number',
    why: 'The firmware gives motor 1 the first output, motor 2 the second. On other outputs the wrong motors spin up, and the craft flips at take-off, unless the outputs are mapped.',
    reads: ['outputs', 'assignment', 'devices'],
  },
  check,
}
