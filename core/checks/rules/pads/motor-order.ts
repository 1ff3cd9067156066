import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepAway } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const away = context.placed.filter(({ way }) => way.facts.some(({ rule }) => rule === 'PAD-13'))
  if (!away.length) return
  const said = away.map(
    ({ need, way }) => `${needName(need)}: ${way.facts.flatMap(({ rule, text }) => (rule === 'PAD-13' ? text : [])).join('; ')}`,
  )
  yield {
    subjects: [...new Set(away.flatMap(aboutPlaced))],
    fact: `outputs to be mapped before the first spin: ${said.join('; ')}`,
    fixes: away.map((placed) => keepAway(context, placed)),
  }
}

export const motorOrderRule: Rule = {
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
