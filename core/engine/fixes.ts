import { saidOnceMended, type Finding, type Fix } from '../checks'
import { partsOf, placeLabel, splitKey, type Edit, type NeedKey, type Plan } from '../plan'
import { severities } from '../suitability'

/** What a fix comes to once it is carried out, with the allocation that follows. */
export interface FixOutcome {
  /** The finding is gone. */
  settled: boolean
  /** Findings that must be mended and that were not there, or were not as grave. */
  brings: Finding[]
  /** Needs of musts that had a place and have none. */
  takesAway: NeedKey[]
  /** It gives something up for good: what it brings is the price, and is named. */
  givesUp: boolean
  /** Where what is kept off its place goes instead, in words. */
  goesTo?: string
}

/** A plan as it stands, with what is found in it. */
interface Judged {
  plan: Plan
  findings: readonly Finding[]
}

/** Whether an edit does without something that the build has, or takes another board. */
export function givesUp(edit: Edit): boolean {
  if (edit.type === 'several') return edit.edits.some(givesUp)
  return edit.type === 'device.remove' || edit.type === 'board.choose' || (edit.type === 'need.leave-out' && edit.leftOut)
}

/** What a fix comes to: the plan and what is found in it, before and after. */
export function outcomeOf(before: Judged, after: Judged, finding: Finding, { edit }: Fix): FixOutcome {
  const isMust = (key: NeedKey) => before.plan.devices.find(({ id }) => id === splitKey(key)[0])?.priority === 'must'
  return {
    settled: !after.findings.some(
      (each) => each.id === finding.id && each.accepted === undefined && gravity(each) <= gravity(finding),
    ),
    brings: broughtBy(before.findings, after.findings),
    takesAway: Object.keys(before.plan.assignment).filter((key) => isMust(key) && after.plan.assignment[key] === undefined),
    givesUp: givesUp(edit),
    ...goesTo(edit, after.plan),
  }
}

function goesTo(edit: Edit, plan: Plan): Pick<FixOutcome, 'goesTo'> {
  const place = edit.type === 'need.ban' ? plan.assignment[edit.need]?.place : undefined
  return place === undefined ? {} : { goesTo: placeLabel(place, plan) }
}

/** That what was changed is written again follows from every change of what was written; it speaks against none. */
const writtenAgain = 'SET-02'

/** Findings that must be mended and that were not there before, or not as grave. */
export function broughtBy(before: readonly Finding[], after: readonly Finding[]): Finding[] {
  // While a short stands, what only follows from it is not told.
  const hidden = before.some(({ rule }) => rule === 'PWR-13' || rule === 'PWR-07') ? saidOnceMended : []
  return after.filter(
    (each) =>
      isGrave(each) && each.rule !== writtenAgain && !hidden.includes(each.rule) && !before.some((known) => isOf(known, each)),
  )
}

const gravity = ({ severity }: Finding) => severities.indexOf(severity)

/** Whether a finding is what another was before, as grave at least; what it is about may have become more or less. */
function isOf(known: Finding, now: Finding): boolean {
  if (known.rule !== now.rule || gravity(known) > gravity(now)) return false
  const within = (some: Finding, others: Finding) => some.subjects.every((subject) => others.subjects.includes(subject))
  if (!known.subjects.length || !now.subjects.length) return known.id === now.id
  // What is told of a source is the same finding whoever hangs on it.
  const [source] = now.subjects
  if (source === known.subjects[0] && ['rail', 'output'].includes(partsOf(source!).kind)) return true
  return within(known, now) || within(now, known)
}

/** Whether a fix may be offered: it settles its finding, brings nothing that must be mended, and takes no must away. */
export function mayBeOffered({ settled, brings, takesAway, givesUp: gives }: FixOutcome): boolean {
  return settled && (gives || (!brings.length && !takesAway.length))
}

function isGrave({ severity }: Finding): boolean {
  return severity === 'stop' || severity === 'fix'
}
