import { takesPlace } from '../../../catalogue'
import { idIn, referTo, splitKey } from '../../../plan'
import { aboutPlaced, nameOf, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepAway } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, placed } = context
  for (const at of placed) {
    const owner = resolved.device(splitKey(idIn('device', at.placement.place) ?? '')[0])
    // A tool at the part's own port needs nothing of the board.
    if (!owner || at.need.need.kind === 'serial') continue
    const own = resolved.needs.filter(({ fitted, need }) => fitted === owner && takesPlace(need))
    const lacking = own.filter(({ key }) => resolved.plan.assignment[key] === undefined)
    const leftOut = owner.device.needs.filter((need) => takesPlace(need) && owner.instance.leftOut.includes(need.id))
    if (!lacking.length && (own.length || !leftOut.length)) continue
    const what = [...lacking.map(({ need }) => need.label), ...leftOut.map(({ label }) => label)].join(', ')
    yield {
      subjects: [...aboutPlaced(at), referTo('device', owner.id)],
      fact: `${needName(at.need)} hangs on ${nameOf(owner)}, which is not served itself: ${what} has no place`,
      fixes: [keepAway(context, at)],
    }
  }
}

export const partServes: Rule = {
  meta: {
    id: 'PAD-14',
    family: 'pads',
    severity: 'fix',
    title: 'A part that serves another is served itself',
    why: 'A servo on a converter moves only if the converter gets its values from the board; a value in an overlay is only seen if the overlay is fed and wired.',
    reads: ['assignment', 'device pads'],
  },
  check,
}
