import { stripsOf } from '../../../lights'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { segments } = resolved.plan.lights
  const strips = new Map(stripsOf(resolved).map((each) => [each.need.key, each.need]))
  const all = Object.entries(segments)
  for (const [at, [id, segment]] of all.entries()) {
    const { name, need, first, last } = segment
    const away = { label: `Remove ${name}`, edit: { type: 'segment.set', segment: id, as: null } as const }
    const strip = strips.get(need)
    if (!strip) {
      yield { subjects: [referTo('segment', id)], fact: `${name} is of a strip that the build does not have`, fixes: [away] }
      continue
    }
    const { leds } = strip.need
    if (last > leds)
      yield {
        subjects: [referTo('segment', id), referTo('need', need)],
        fact: `${name} goes from light ${first} to ${last}; ${strip.fitted.instance.name} has ${leds}`,
        fixes: [
          first <= leds
            ? { label: `End at ${leds}`, edit: { type: 'segment.set', segment: id, as: { ...segment, last: leds } } }
            : away,
        ],
      }
    for (const [other, { name: otherName, need: otherNeed, first: from, last: to }] of all.slice(at + 1)) {
      if (otherNeed !== need || from > last || to < first) continue
      yield {
        subjects: [referTo('segment', id), referTo('segment', other)],
        fact: `${name} and ${otherName} both have lights ${Math.max(first, from)} to ${Math.min(last, to)}: the first one's meaning is seen`,
        fixes: [
          to > last
            ? {
                label: `Begin ${otherName} at ${last + 1}`,
                edit: { type: 'segment.set', segment: other, as: { ...segments[other]!, first: last + 1 } },
              }
            : { label: `Remove ${otherName}`, edit: { type: 'segment.set', segment: other, as: null } },
        ],
      }
    }
  }
}

export const segmentsFit: Rule = {
  meta: {
    id: 'LGT-02',
    family: 'lights',
    severity: 'fix',
    title: 'Segments lie on the strip, side by side',
    why: 'A light tells one thing. What lies beyond the strip is never seen.',
    reads: ['light segments', 'lights of parts'],
  },
  check,
}
