import { intendedState, isOutdated, keyWords, setupRounds } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'

/** So many of the settings that differ are told by name. */
const told = 3

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { plan } = resolved
  const rounds = setupRounds(resolved)
  const steps = rounds.flat()
  const has = plan.lastRead?.settings
  const unlike = has ? Object.entries(intendedState(rounds)).filter(([key, value]) => has[key] !== value) : []
  const keys = new Set(unlike.map(([key]) => key))
  const concerned = steps.filter(({ sets }) => Object.keys(sets).some((key) => keys.has(key)))
  if (has && unlike.length) {
    const words = unlike
      .slice(0, told)
      .map(([key, value]) => `${keyWords(resolved, key)} is ${has[key] ?? 'not set'}, wanted ${value}`)
    const more = unlike.length > told ? `; ${unlike.length - told} more` : ''
    yield {
      subjects: concerned.flatMap(({ about }) => about),
      fact: `the board, as last read, has ${unlike.length} setting${unlike.length === 1 ? '' : 's'} unlike the plan: ${words.join('; ')}${more}`,
      byWriting: true,
    }
  }
  for (const step of steps.filter((each) => isOutdated(plan, each) && !concerned.includes(each)))
    yield {
      subjects: step.about,
      fact: `${step.what} was set to “${plan.set[step.id]}”; the plan asks for “${step.value}” now`,
      fixes: [{ label: `${step.what} is still to be set`, edit: { type: 'step.tick', step: step.id, value: null } }],
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
