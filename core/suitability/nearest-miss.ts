import type { RuleId } from './rule-ids'

/** What keeps many places from a need, by the rule, as a sentence goes on after their number. */
const kinds: Partial<Record<RuleId, string>> = {
  'PAD-06': 'give too little current',
  'LVL-01': 'have other levels',
  'PAD-09': 'have other levels',
  'SER-05': 'cannot run at its rate',
  'SER-06': 'cannot have its format',
  'SER-09': 'do not invert as it needs',
  'SER-08': 'cannot talk both ways on one wire',
  'SER-07': 'lack a line that it needs',
  'SER-11': 'do not change with arming as it needs',
  'SER-12': 'change with arming',
  'PAD-03': 'run at another rate',
  'PAD-04': 'have no DMA stream',
  'BUS-01': 'have its address taken',
  'LOD-04': 'cannot keep a log',
  'SER-03': 'speak something else',
  'SER-16': 'would be driven against',
  'SER-15': 'are not there on this revision',
  'PWR-01': 'have other volts',
  'PWR-12': 'are not made for such a current',
  'PAD-01': 'are made for something else',
}
const order = Object.keys(kinds)

/** How far a place is from serving a need, by what is in the way there: less is nearer. A place made for something else is farthest. */
export function missBy(refusals: readonly { rule: RuleId }[]): number {
  const ranks = refusals.map(({ rule }) => (order.includes(rule) ? order.indexOf(rule) : order.length))
  if (!refusals.length) return 0
  const elsewhere = ranks.includes(order.indexOf('PAD-01')) ? 1000 : 0
  return 1 + Math.max(...ranks) + order.length * (refusals.length - 1) + elsewhere
}

/** "20 are made for something else, 8 have no DMA stream": places by what is in the way there, the most first. */
export function missesInShort(places: readonly (readonly { rule: RuleId }[])[]): string {
  const counts = new Map<string, number>()
  for (const refusals of places) {
    const gravest = [...refusals].sort((one, other) => order.indexOf(other.rule) - order.indexOf(one.rule))[0]
    const words = (gravest && kinds[gravest.rule]) ?? 'cannot be used for other reasons'
    counts.set(words, (counts.get(words) ?? 0) + 1)
  }
  return [...counts]
    .sort(([, one], [, other]) => other - one)
    .map(([words, count]) => `${count} ${count === 1 ? singular(words) : words}`)
    .join(', ')
}

/** The first word of what many do, as one does it. */
function singular(words: string): string {
  const [first = '', ...rest] = words.split(' ')
  const one: Record<string, string> = { are: 'is', have: 'has', do: 'does', cannot: 'cannot', would: 'would' }
  return [one[first] ?? `${first}s`, ...rest].join(' ')
}
