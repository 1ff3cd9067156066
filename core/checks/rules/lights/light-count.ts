import { stripsOf, type LaidStrip } from '../../../lights'
import { referTo, type LightPiece } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

/** The pieces with as many lights taken from, or put to, the last of them as it takes. */
function fitted({ strip, need }: LaidStrip): LightPiece[] {
  const pieces: LightPiece[] = []
  let left = need.need.leds
  for (const [at, piece] of strip.pieces.entries()) {
    const lights = at === strip.pieces.length - 1 ? left : Math.min(piece.lights, left)
    if (lights > 0) pieces.push({ ...piece, lights })
    left -= lights
  }
  return pieces
}

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const laid of stripsOf(resolved)) {
    const { need, lights, strip } = laid
    const { leds } = need.need
    if (lights.length === leds) continue
    yield {
      subjects: [referTo('need', need.key), referTo('device', need.fitted.id)],
      fact: `${need.fitted.instance.name} has ${leds} lights; ${lights.length} are laid out on the craft`,
      fixes: [
        { label: `Lay ${leds} out`, edit: { type: 'strip.set', need: need.key, as: { ...strip, pieces: fitted(laid) } } },
        { label: 'As strips usually lie', edit: { type: 'strip.set', need: need.key, as: null } },
      ],
    }
  }
}

export const lightCount: Rule = {
  meta: {
    id: 'LGT-01',
    family: 'lights',
    severity: 'fix',
    title: 'Every light of a strip has its place, once',
    why: 'Data goes from light to light: one too few on the plan, and each behind it shows what its neighbour should.',
    reads: ['light strips', 'lights of parts'],
  },
  check,
}
