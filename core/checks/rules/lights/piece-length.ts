import { stripsOf } from '../../../lights'
import { referTo, type LightPiece } from '../../../plan'
import { figure } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

/** Part of its length that a piece may be off by on the plan. */
const allowed = 0.12

/** A piece as long as its lights, from where it begins; one that is drawn as a point goes to the right. */
function stretched(piece: LightPiece, long: number): LightPiece {
  const { from, to } = piece
  const drawn = Math.hypot(to.x - from.x, to.y - from.y)
  const [across, ahead] = drawn > 0 ? [(to.x - from.x) / drawn, (to.y - from.y) / drawn] : [1, 0]
  return { ...piece, to: { x: Math.round(from.x + across * long), y: Math.round(from.y + ahead * long) } }
}

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { need, strip } of stripsOf(resolved)) {
    const { pitch } = need.need
    const off = strip.pieces.flatMap((piece, at) => {
      const drawn = Math.hypot(piece.to.x - piece.from.x, piece.to.y - piece.from.y)
      const long = piece.lights * pitch
      // The glue of one light's length at either end is neither here nor there.
      return Math.abs(drawn - long) > Math.max(pitch, allowed * long) ? [{ at, piece, drawn, long }] : []
    })
    if (!off.length) continue
    const pieces = off.reduce((all, { at, piece, long }) => all.with(at, stretched(piece, long)), strip.pieces)
    yield {
      subjects: [referTo('need', need.key), referTo('device', need.fitted.id)],
      fact: `${need.fitted.instance.name} is not as long as it is drawn: ${off
        .map(
          ({ at, piece, drawn, long }) =>
            `piece ${at + 1} ${figure(drawn, 'mm', 0)}, its ${piece.lights} lights ${figure(long, 'mm', 0)}`,
        )
        .join('; ')}`,
      fixes: [{ label: 'As long as its lights', edit: { type: 'strip.set', need: need.key, as: { ...strip, pieces } } }],
    }
  }
}

export const pieceLength: Rule = {
  meta: {
    id: 'LGT-06',
    family: 'lights',
    severity: 'note',
    title: 'Pieces of a strip are as long as their lights',
    why: 'A strip cannot be stretched: what is drawn longer has lights missing, or needs a lead between.',
    reads: ['light strips', 'lights of parts'],
  },
  check,
}
