import { backupStep, isDone, setupRounds } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { plan } = resolved
  const steps = setupRounds(resolved).flat()
  const backup = steps.find(({ id }) => id === backupStep)
  const risky = steps.filter((step) => step.risk !== undefined && isDone(plan, step))
  if (!backup || isDone(plan, backup) || !risky.length) return
  yield {
    subjects: risky.flatMap(({ about }) => about),
    fact: `no backup of the board is ticked off, though ${risky.map(({ what, risk }) => `${what} is set (${risk})`).join('; ')}`,
    fixes: [{ label: 'A backup was taken', edit: { type: 'step.tick', step: backupStep, value: backup.value } }],
  }
}

export const backup: Rule = {
  meta: {
    id: 'SET-07',
    family: 'settings',
    severity: 'weigh',
    title: 'A backup before what cannot be undone',
    why: 'Freeing a pad or enabling ports changes what a craft that flew before could do. Without a backup nobody knows how it was.',
    reads: ['steps that are done'],
  },
  check,
}
