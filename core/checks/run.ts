import { everything, readsOf, watched, watchedMembers } from '../memo'
import { sameValue } from '../editing'
import { resolvePlan, type Plan } from '../plan'
import { severities } from '../suitability'
import { onePerCause, type Caused } from './causes'
import { checkContext, type CheckContext, type Report, type Rule } from './context'
import type { Finding } from './finding'
import { rules } from './rules'

/** Runs rules over a plan; gravest findings first, then by rule. */
export function check(context: CheckContext, chosen: readonly Rule[] = rules): Finding[] {
  return findingsOf(
    context.resolved.plan,
    chosen.map((rule) => [rule, [...rule.check(context)]]),
  )
}

/** What each rule said of a plan, and what of the plan it read for it. */
export interface Checked {
  plan: Plan
  said: Map<Rule, { reports: Report[]; reads: ReadonlySet<PropertyKey> }>
}

/**
 * The same, without running a rule again that reads nothing of what changed. What a rule reads is
 * not told by it but noted while it runs, through whatever it asks.
 * @param before what was said of another plan, or of this one as it was
 * @returns what was said, the rules that were run for it, and the context
 */
export function checkAgain(
  plan: Plan,
  before?: Checked,
  chosen: readonly Rule[] = rules,
): { findings: Finding[]; checked: Checked; ran: Rule[]; context: CheckContext } {
  const devices = watchedMembers('devices', plan.devices)
  const context = checkContext(resolvePlan(watched({ ...plan, devices })))
  const changed = before && changesBetween(before.plan, plan)
  const checked: Checked = { plan, said: new Map() }
  const ran: Rule[] = []
  for (const rule of chosen) {
    const known = before?.said.get(rule)
    if (known && changed && !touches(known.reads, changed)) {
      checked.said.set(rule, known)
      continue
    }
    const { made, reads } = readsOf(() => [...rule.check(context)])
    checked.said.set(rule, { reports: made, reads })
    ran.push(rule)
  }
  const findings = findingsOf(
    plan,
    [...checked.said].map(([rule, { reports }]) => [rule, reports]),
  )
  return { findings, checked, ran, context }
}

/** Properties in which two plans differ; where devices are as many, with the same properties, which of theirs. */
function changesBetween(one: Plan, other: Plan): Set<PropertyKey> {
  const changed = differing(one, other)
  const properties = ({ devices }: Plan) => devices.map((device) => Object.keys(device))
  if (changed.has('devices') && sameValue(properties(one), properties(other))) {
    changed.delete('devices')
    one.devices.forEach((device, at) => {
      for (const key of differing(device, other.devices[at]!)) changed.add(`devices.${key}`)
    })
  }
  return changed
}

function differing<T extends object>(one: T, other: T): Set<string> {
  const keys = new Set([...Object.keys(one), ...Object.keys(other)]) as Set<keyof T & string>
  return new Set([...keys].filter((key) => !sameValue(one[key], other[key])))
}

function touches(reads: ReadonlySet<PropertyKey>, changed: Set<PropertyKey>): boolean {
  return changed.size > 0 && (reads.has(everything) || [...changed].some((key) => reads.has(key)))
}

function findingsOf({ accepted }: Plan, said: [Rule, Report[]][]): Finding[] {
  const findings = said.flatMap(([{ meta }, reports]) =>
    reports.map((report): Caused => {
      const id = `${meta.id}:${report.subjects.join(',')}`
      const severity = report.severity ?? meta.severity
      const given = accepted[id]
      const finding: Finding = {
        id,
        rule: meta.id,
        severity,
        subjects: report.subjects,
        fact: report.fact,
        fixes: [...(report.fixes ?? [])],
        ...(report.wants ? { wants: report.wants } : {}),
        ...(report.byWriting ? { byWriting: true } : {}),
        // What would burn is never accepted, and what reads otherwise now is open again.
        ...(given?.fact === report.fact && severity !== 'stop' ? { accepted: given.reason } : {}),
      }
      return { finding, cause: report.cause }
    }),
  )
  const byRule = (a: Finding, b: Finding) => Number(a.rule > b.rule) - Number(a.rule < b.rule)
  return onePerCause(findings).sort((a, b) => severities.indexOf(a.severity) - severities.indexOf(b.severity) || byRule(a, b))
}
