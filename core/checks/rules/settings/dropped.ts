import type { LinkSettings } from '../../../plan'
import { droppedSettings, intendedState, setupRounds, type SetupStep } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'
import type { Fix } from '../../finding'

/** What of a link's end each last word of a key is. */
const fields: Record<string, keyof LinkSettings> = { rate: 'baud', inverted: 'inverted', halfDuplex: 'halfDuplex' }

function* check({ resolved }: CheckContext): Iterable<Report> {
  const rounds = setupRounds(resolved)
  for (const { key, value, rule, why } of droppedSettings(resolved.board, intendedState(rounds))) {
    const step = rounds.flat().find(({ sets }) => key in sets)!
    yield {
      subjects: step.about,
      fact: `${step.what}: the board will drop ${key} = ${value} when it restarts, without a word: ${why} (${rule})`,
      fixes: byHand(resolved.plan.links, step, key),
    }
  }
}

/** The way back where the value was set by hand. */
function byHand(links: CheckContext['resolved']['plan']['links'], step: SetupStep, key: string): Fix[] {
  const need = /^link:(.*)$/.exec(step.id)?.[1]
  const field = fields[key.slice(key.lastIndexOf('.') + 1)]
  if (need === undefined || field === undefined || links[need]?.board?.[field] === undefined) return []
  return [{ label: `${step.what} as worked out`, edit: { type: 'link.set', need, end: 'board', unset: [field] } }]
}

export const dropped: Rule = {
  meta: {
    id: 'SET-03',
    family: 'settings',
    severity: 'fix',
    title: 'What is set outlasts a restart',
    why: 'A board takes a value that conflicts, shows it, and drops it when it starts anew. Whoever does not read it back believes that it is set.',
    reads: ['link settings', 'features', 'port limits', 'exclusions'],
  },
  check,
}
