import { backupStep, isDone, setupRounds } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { plan } = resolved
  const steps = setupRounds(resolved).flat()
  const byId = new Map(steps.map((step) => [step.id, step]))
  for (const step of steps.filter((each) => isDone(plan, each)))
    for (const { id, restart } of step.after) {
      const before = byId.get(id)
      if (!before || id === backupStep || isDone(plan, before)) continue
      yield {
        subjects: step.about,
        fact: `${step.what} (${step.value}) is ticked off, ${before.what} (${before.value}) is not: that comes first${restart ? ', with a restart between' : ''}`,
        fixes: [{ label: `${step.what} is still to be set`, edit: { type: 'step.tick', step: step.id, value: null } }],
      }
    }
}

export const stepOrder: Rule = {
  meta: {
    id: 'SET-06',
    family: 'settings',
    severity: 'weigh',
    title: 'Steps in their order',
    why: 'A port that is not there yet takes no setting, a pin that is still held cannot be claimed: the board says nothing and keeps nothing.',
    reads: ['steps that are done', 'order of steps'],
  },
  check,
}
