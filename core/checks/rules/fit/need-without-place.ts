import { offersFor, takesPlace, type Offer } from '../../../allocation'
import { placeLabel, type FittedNeed } from '../../../plan'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  if (!Object.keys(resolved.plan.assignment).length) return
  for (const need of resolved.needs.filter(takesPlace)) {
    if (resolved.plan.assignment[need.key]) continue
    const { priority } = need.fitted.instance
    yield {
      severity: priority === 'must' ? 'fix' : 'weigh',
      subjects: aboutNeed(need),
      fact: `${needName(need)} has no place: ${whyNot(context, need)}`,
      fixes: [{ label: 'Do without it', edit: { type: 'need.leave-out', need: need.key, leftOut: true } }],
    }
  }
}

/** The places that would do, with who has them; or why none would. */
function whyNot({ resolved }: CheckContext, need: FittedNeed): string {
  const { plan } = resolved
  const lock = plan.locks[need.key]
  const offers = offersFor(resolved, need).filter((offer) => !lock || offer.place === lock)
  const usable = offers.filter((offer) => offer.candidates.length && !plan.bans[need.key]?.includes(offer.place))
  if (!usable.length) return refusalsInShort(offers)
  const held = usable.map(({ place }) => {
    const holders = resolved.needs.filter((other) => plan.assignment[other.key]?.place === place).map(needName)
    return `${placeLabel(place, plan)}${holders.length ? ` is taken by ${holders.join(' and ')}` : ' is shut by another choice'}`
  })
  return held.length > 4 ? `${held.slice(0, 3).join('; ')}; ${held.length - 3} more are taken` : held.join('; ')
}

function refusalsInShort(offers: Offer[]): string {
  const texts = [...new Set(offers.flatMap((offer) => offer.refusals.map((reason) => reason.text)))]
  if (!texts.length) return 'the places that would do are banned'
  return texts.length > 3 ? `${texts.slice(0, 2).join('; ')}; and ${texts.length - 2} more like this` : texts.join('; ')
}

export const needWithoutPlace: Rule = {
  meta: {
    id: 'FIT-01',
    family: 'fit',
    severity: 'fix',
    title: 'Each need has a place',
    why: 'A device without its port or pad is dead weight. Better known now than after the heat-shrink is on.',
    reads: ['needs', 'assignment', 'ports and pads', 'locks and bans'],
  },
  check,
}
