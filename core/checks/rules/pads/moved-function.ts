import { needKind } from '../../../catalogue'
import { referTo } from '../../../plan'
import { freedPins, pinsOfPlaced, type PlacedNeed } from '../../../suitability'
import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'
import { padName } from '../../reports'

/** Where the feature that held a pin is now. */
function fateOf(context: CheckContext, holder: string): string {
  const isHolder = (placed: { need: PlacedNeed['need']['need'] }) => needKind(placed.need).pad?.feature === holder
  const elsewhere = context.placed.find(({ need }) => isHolder(need))
  const [pin] = elsewhere ? pinsOfPlaced(context.resolved, elsewhere) : []
  if (pin !== undefined) return `${holder} go to pad ${padName(context.resolved, pin)}`
  const lacking = context.resolved.needs.find(isHolder)
  return lacking ? `${needName(lacking)} now lacks a pad` : 'nothing else needs it'
}

function* check(context: CheckContext): Iterable<Report> {
  for (const placed of context.placed) {
    if (!placed.way.facts.some(({ rule }) => rule === 'PAD-05')) continue
    for (const { pin, holder } of freedPins(context.resolved, placed)) {
      const pads = context.resolved.padsOfPin(pin).map(({ id }) => referTo('pad', id))
      yield {
        subjects: [...new Set([...aboutPlaced(placed), ...pads])],
        fact: `${holder} freed on pad ${padName(context.resolved, pin)}, claimed by ${needName(placed.need)}; ${fateOf(context, holder)}. Free it first and save, then claim it`,
      }
    }
  }
}

export const movedFunction: Rule = {
  meta: {
    id: 'PAD-05',
    family: 'pads',
    severity: 'note',
    title: 'A feature moved off its pad',
    why: 'Until the pad is freed no other function can claim its pin, also when nothing of that feature is fitted. The order of steps matters: free, save, claim, save.',
    reads: ['pin defaults', 'assignment'],
  },
  check,
}
