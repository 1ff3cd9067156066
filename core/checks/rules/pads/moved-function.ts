import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { padUses } from '../../places'

const kindOfFeature: Record<string, string> = { lights: 'led-data', outputs: 'pulse', buzzer: 'buzzer' }

function* check(context: CheckContext): Iterable<Report> {
  const uses = padUses(context)
  for (const { need, pad, pin } of uses) {
    const holder = pin.default
    if (!holder || kindOfFeature[holder.feature] === need.need.kind) continue
    const elsewhere = uses.find((other) => other.need.need.kind === kindOfFeature[holder.feature])
    const lacking = context.resolved.needs.find((other) => other.need.kind === kindOfFeature[holder.feature])
    const now = elsewhere
      ? `${holder.feature} go to pad ${elsewhere.pad.label}`
      : lacking
        ? `${needName(lacking)} now lacks a pad`
        : 'nothing else needs it'
    yield {
      subjects: [...aboutNeed(need), `pad:${pad.id}`],
      fact: `${holder.feature} freed on pad ${pad.label}, claimed by ${needName(need)}; ${now}. Free it first and save, then claim it`,
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
