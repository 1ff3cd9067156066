import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, pairs, padUses, type PadUse } from '../../places'

function streamOf({ need, pin }: PadUse): string | undefined {
  const takes = need.need.kind === 'led-data' || (need.need.kind === 'pulse' && need.need.protocol === 'burst')
  return takes ? pin.functions.find((does) => does.as === need.need.kind)?.dma : undefined
}

function* check(context: CheckContext): Iterable<Report> {
  for (const [one, other] of pairs(padUses(context))) {
    const stream = streamOf(one)
    if (!stream || stream !== streamOf(other)) continue
    yield {
      subjects: [...aboutNeed(one.need), ...aboutNeed(other.need), `pad:${one.pad.id}`, `pad:${other.pad.id}`],
      fact: `${needName(one.need)} on pad ${one.pad.label} and ${needName(other.need)} on pad ${other.pad.label} want one DMA stream, ${stream}`,
      fixes: [one, other].map((use) => keepOff(use.need, `pad:${use.pad.id}`, `pad ${use.pad.label}`)),
    }
  }
}

export const dmaClash: Rule = {
  meta: {
    id: 'PAD-04',
    family: 'pads',
    severity: 'fix',
    title: 'No two features on one DMA stream',
    why: 'LED data and burst outputs are fed by a DMA stream each. When two want the same one, the second stays silent.',
    reads: ['pins', 'assignment'],
  },
  check,
}
