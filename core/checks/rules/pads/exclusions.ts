import type { CheckContext, Report, Rule } from '../../context'
import { padUses } from '../../places'

/** Features in use, each with the needs that use it. */
function featuresInUse(context: CheckContext): Map<string, string[]> {
  const found = new Map<string, string[]>()
  const use = (feature: string, need: string) => found.set(feature, [...(found.get(feature) ?? []), need])
  for (const { port, need } of context.links) {
    use(`port:${port.id}`, need.key)
    if (port.kind === 'software') use('software-serial', need.key)
  }
  for (const { need, pin } of padUses(context)) {
    if (need.need.kind === 'led-data') {
      use('led-data', need.key)
      use(`led-data:${pin.id}`, need.key)
    }
    if (need.need.kind === 'pulse' && pin.functions.some((does) => does.as === 'receiver-channel')) use('input-outputs', need.key)
  }
  for (const { key, need } of context.resolved.needs) {
    const place = context.resolved.plan.assignment[key]?.place
    if (need.kind === 'i2c' && place) {
      use('i2c-pads', key)
      use(place, key)
    }
    if (need.kind === 'receiver-parallel' && place) use('parallel-receiver', key)
  }
  return found
}

function* check(context: CheckContext): Iterable<Report> {
  const used = featuresInUse(context)
  const name = (key: string) => context.resolved.need(key)!.fitted.instance.name
  for (const { features, reason } of context.resolved.board.exclusions) {
    const [one, other] = features.map((feature) => used.get(feature))
    if (!one || !other) continue
    yield {
      subjects: [...one, ...other].map((key) => `need:${key}`),
      fact: `${one.map(name).join(', ')} and ${other.map(name).join(', ')} exclude each other on this board. ${reason}`,
      fixes: [...one, ...other].map((key) => ({
        label: `Do without ${name(key)}`,
        edit: { type: 'need.leave-out', need: key, leftOut: true },
      })),
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
