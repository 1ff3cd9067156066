import { expect, it } from 'vitest'
import type { RuleId, Severity } from '../suitability'
import { onePerCause, type Caused } from './causes'

const told = (rule: RuleId, severity: Severity, cause?: string[], fix = rule as string): Caused => ({
  finding: {
    id: `${rule}:${cause?.join() ?? ''}`,
    rule,
    severity,
    subjects: [],
    fact: rule,
    fixes: [{ label: fix, edit: { type: 'plan.rename', name: fix } }],
  },
  cause,
})
const rules = (...all: Caused[]) => onePerCause(all).map(({ rule }) => rule)

it('of what one wire makes the gravest is told, and of equals the one that tells best, with all that mends it', () => {
  const [kept, ...rest] = onePerCause([
    told('MEC-04', 'fix', ['a']),
    told('SER-03', 'fix', ['a'], 'back'),
    told('LVL-03', 'stop', ['a'], 'back'),
    told('LVL-01', 'stop', ['a'], 'away'),
  ])
  expect(rest).toEqual([])
  expect(kept!.rule).toBe('LVL-03')
  expect(kept!.fixes.map(({ label }) => label)).toEqual(['back', 'away', 'MEC-04'])
  expect(rules(told('MEC-04', 'fix', ['a']), told('SER-03', 'fix', ['a']))).toEqual(['SER-03'])
})

it('what has another cause, or none, is told besides, and so is what one rule finds of a wire more than once', () => {
  expect(rules(told('LVL-03', 'stop', ['a']), told('SER-03', 'fix', ['b']), told('PWR-02', 'fix'))).toEqual([
    'LVL-03',
    'SER-03',
    'PWR-02',
  ])
  expect(rules(told('SER-03', 'fix', ['a']), told('SER-03', 'fix', ['a'], 'other'))).toEqual(['SER-03', 'SER-03'])
  // Of two wires together only one is told of yet.
  expect(rules(told('LVL-03', 'stop', ['a']), told('GND-01', 'stop', ['a', 'b']))).toEqual(['LVL-03', 'GND-01'])
})
