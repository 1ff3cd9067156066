import { sameValue } from '../editing'
import { severities, type RuleId } from '../suitability'
import type { Finding } from './finding'

/** A finding with the wires that make what it tells of. */
export interface Caused {
  finding: Finding
  cause?: readonly string[]
}

/** Rules that tell best what a wire does, where several tell of it with one severity. */
const telling: readonly RuleId[] = [
  'PWR-13',
  'PWR-07',
  'LVL-03',
  'SER-01',
  'VID-01',
  'BUS-03',
  'LVL-04',
  'PWR-01',
  'PWR-12',
  'LVL-01',
  'GND-01',
]

/** Those that tell of it least: how it is held, and how well it is heard. */
const aside: readonly RuleId[] = ['MEC-04', 'LVL-02']

const rankOf = ({ severity, rule }: Finding) => {
  const place = telling.includes(rule) ? telling.indexOf(rule) : telling.length + Number(aside.includes(rule))
  return severities.indexOf(severity) * 100 + place
}

/**
 * One finding for each cause: what the same wires make is told once, by the gravest of what they make, with all that
 * mends it. What is caused by more wires than are told of yet is told too.
 */
export function onePerCause(all: readonly Caused[]): Finding[] {
  const caused = all.filter(({ cause }) => cause?.length).sort((a, b) => rankOf(a.finding) - rankOf(b.finding))
  const told = new Map<string, Finding>()
  const dropped = new Set<Finding>()
  for (const { finding, cause = [] } of caused) {
    const known = told.get(cause[0]!)
    if (!known || !cause.every((wire) => told.has(wire)) || known.rule === finding.rule) {
      for (const wire of cause) if (!told.has(wire)) told.set(wire, finding)
      continue
    }
    dropped.add(finding)
    for (const fix of finding.fixes) if (!known.fixes.some(({ edit }) => sameValue(edit, fix.edit))) known.fixes.push(fix)
  }
  return all.flatMap(({ finding }) => (dropped.has(finding) ? [] : [finding]))
}
