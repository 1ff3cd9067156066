import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { doWithout, placeReports } from '../../reports'
import { referTo } from '../../../plan'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'PAD-02')
  for (const [at, { reason }] of context.resolved.board.exclusions.entries()) {
    const users = (side: string) =>
      context.placed.filter(({ way }) =>
        way.claims.some((claim) => claim.kind === 'alike' && claim.thing === `exclusion:${at}` && claim.as === side),
      )
    const [one, other] = [users('one'), users('other')]
    if (!one.length || !other.some((placed) => !one.includes(placed))) continue
    const all = [...new Set([...one, ...other])]
    const names = (side: typeof one) => side.map(({ need }) => nameOf(need.fitted)).join(', ')
    yield {
      subjects: all.map(({ need }) => referTo('need', need.key)),
      fact: `${names(one)} and ${names(other)} exclude each other on this board. ${reason}`,
      fixes: all.map(({ need }) => doWithout(need.key, `Do without ${nameOf(need.fitted)}`)),
    }
  }
}

export const exclusions: Rule = {
  meta: {
    id: 'PAD-02',
    family: 'pads',
    severity: 'fix',
    title: 'Features that exclude each other',
    why: 'Some features of a board share hardware and cannot be on together. Saving drops one of them in silence.',
    reads: ['board exclusions', 'assignment'],
  },
  check,
}
