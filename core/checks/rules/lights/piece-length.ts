import { stripsOf } from '../../../lights'
import { referTo } from '../../../plan'
import { plain } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

/** Part of its length that a piece may be off by on the plan. */
const allowed = 0.12

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { need, strip } of stripsOf(resolved)) {
    const { pitch } = need.need
    for (const [at, { lights, from, to }] of strip.pieces.entries()) {
      const drawn = Math.hypot(to.x - from.x, to.y - from.y)
      const long = lights * pitch
      // The glue of one light's length at either end is neither here nor there.
      if (Math.abs(drawn - long) <= Math.max(pitch, allowed * long)) continue
      const share = drawn > 0 ? long / drawn : 0
      const end = share
        ? { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }
        : { x: from.x + long, y: from.y }
      yield {
        subjects: [referTo('need', need.key), referTo('device', need.fitted.id)],
        fact: `piece ${at + 1} of ${need.fitted.instance.name} is ${plain(drawn, 0)} mm long on the plan; ${lights} lights are ${plain(long, 0)} mm`,
        fixes: [
          {
            label: `Make it ${plain(long, 0)} mm`,
            edit: {
              type: 'strip.set',
              need: need.key,
              as: {
                ...strip,
                pieces: strip.pieces.with(at, { ...strip.pieces[at]!, to: { x: Math.round(end.x), y: Math.round(end.y) } }),
              },
            },
          },
        ],
      }
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
