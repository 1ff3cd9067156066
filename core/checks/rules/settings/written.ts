import { intendedState, isOutdated, setupRounds } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'

/** So many of the settings that differ are told by name. */
const told = 3

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { plan } = resolved
  const rounds = setupRounds(resolved)
  const steps = rounds.flat()
  for (const step of steps.filter((each) => isOutdated(plan, each)))
    yield {
      subjects: step.about,
      fact: `${step.what} was set to “${plan.set[step.id]}”; the plan asks for “${step.value}” now`,
      fixes: [{ label: `${step.what} is still to be set`, edit: { type: 'step.tick', step: step.id, value: null } }],
    }
  if (!plan.kept) return
  const has = plan.kept.settings
  const unlike = Object.entries(intendedState(rounds)).filter(([key, value]) => has[key] !== value)
  if (!unlike.length) return
  const words = unlike.slice(0, told).map(([key, value]) => `${key} is ${has[key] ?? 'not set'}, wanted ${value}`)
  const more = unlike.length > told ? `; ${unlike.length - told} more` : ''
  const keys = new Set(unlike.map(([key]) => key))
  yield {
    subjects: steps.filter(({ sets }) => Object.keys(sets).some((key) => keys.has(key))).flatMap(({ about }) => about),
    fact: `the board, as last read, has ${unlike.length} settings unlike the plan: ${words.join('; ')}${more}`,
  }
}

export const written: Rule = {
  meta: {
    id: 'SET-02',
    family: 'settings',
    severity: 'fix',
    title: 'What was changed is written',
    why: 'The craft flies with what board and devices hold, not with what the plan says. A setting that was changed after it was written, or that the board did not keep, shows only in the air.',
    reads: ['steps that are done', 'what the board had', 'link settings', 'device settings', 'assignment'],
  },
  check,
}
