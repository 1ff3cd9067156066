import loadHighs from 'highs'
import { layOut, type Want } from '#core/allocation'
import { capacitiesOf } from '#core/suitability'
import type { ResolvedPlan } from '#core/plan'
import { isVital } from './oracle'

/** One way of serving a want: what it counts on each level, the gravest first, and what it takes. */
interface Way {
  counts: number[]
  alone: string[]
  alike: string[]
  share: [thing: string, amount: number][]
}

const levels = 8

/**
 * The best score of a plan, level by level, by the solver HiGHS: a model of its own, written from
 * the claims themselves, without the weights, the numbering and the groups of the search.
 */
export async function levelSolver() {
  const highs = await loadHighs()
  return (resolved: ResolvedPlan, seconds = 60): { score: number[]; proven: boolean } => {
    const { rows, binaries, count } = modelOf(resolved)
    const fixed: string[] = []
    const score: number[] = []
    for (let level = 0; level < levels; level += 1) {
      const objective = sumOf(count.map((terms) => terms[level]!))
      if (!objective) {
        score.push(0)
        continue
      }
      const text = ['Minimize', ` obj: ${objective}`, 'Subject To', ...rows, ...fixed, 'Binary', ...binaries, 'End'].join('\n')
      const answer = highs.solve(text, {
        output_flag: false,
        mip_rel_gap: 0,
        mip_abs_gap: 0.5,
        time_limit: Math.min(seconds, 1e6),
      })
      if (answer.Status !== 'Optimal') return { score, proven: false }
      const value = Math.round(answer.ObjectiveValue)
      score.push(value)
      fixed.push(` level${level}: ${objective} <= ${value}`)
    }
    return { score, proven: true }
  }
}

function sumOf(terms: string[]): string {
  return terms
    .filter(Boolean)
    .map((term, at) => (at % 10 === 9 ? `${term}\n` : term))
    .join(' + ')
}

function modelOf(resolved: ResolvedPlan) {
  const limits = capacitiesOf(resolved)
  const rows: string[] = []
  const binaries: string[] = []
  const count: string[][] = []
  const takers = new Map<string, string[]>()
  const loads = new Map<string, string[]>()
  const settings = new Map<string, Set<string>>()
  layOut(resolved).wants.forEach((want, item) => {
    const asking = new Map<string, string[]>()
    const names = waysOf(want, resolved).map(({ counts, alone, alike, share }, at) => {
      const name = `x${item}_${at}`
      binaries.push(` ${name}`)
      count.push(counts.map((value) => (value ? `${value} ${name}` : '')))
      for (const thing of new Set(alone)) takers.set(thing, [...(takers.get(thing) ?? []), name])
      for (const [thing, amount] of share) loads.set(thing, [...(loads.get(thing) ?? []), `${amount} ${name}`])
      for (const setting of new Set(alike)) {
        const [thing] = setting.split('\n')
        settings.set(thing!, (settings.get(thing!) ?? new Set()).add(setting))
        asking.set(setting, [...(asking.get(setting) ?? []), name])
      }
      return name
    })
    rows.push(` ${sumOf(names)} = 1`)
    // One way of the item is taken, so that those which ask for one setting may stand in one row.
    for (const [setting, askers] of asking) rows.push(` ${sumOf(askers)} - ${nameOf(setting)} <= 0`)
  })
  for (const names of takers.values()) if (names.length > 1) rows.push(` ${sumOf(names)} <= 1`)
  for (const [thing, terms] of loads) rows.push(` ${sumOf(terms)} <= ${limits.get(thing)}`)
  for (const values of settings.values()) {
    const names = [...values].map(nameOf)
    binaries.push(...names.map((name) => ` ${name}`))
    rows.push(` ${sumOf(names)} <= 1`)
  }
  return { rows, binaries, count }

  function nameOf(setting: string): string {
    return `y${[...settings.keys()].indexOf(setting.split('\n')[0]!)}_${[...settings.get(setting.split('\n')[0]!)!].indexOf(setting)}`
  }
}

function waysOf(want: Want, { plan }: ResolvedPlan): Way[] {
  const lock = plan.locks[want.key]
  const before = want.supply ? plan.supplies[want.key] : plan.assignment[want.key]?.place
  const at = (level: number, value: number) => Array.from({ length: levels }, (_, one) => (one === level ? value : 0))
  const plus = (one: number[], other: number[]) => one.map((value, level) => value + other[level]!)
  const ways = want.candidates
    .filter(({ placement: { place } }) => (lock === undefined ? !plan.bans[want.key]?.includes(place) : place === lock))
    .map(({ placement, reasons, claims }): Way => ({
      counts: plus(
        at(
          6,
          reasons.reduce((sum, { risk }) => sum + risk, 0),
        ),
        at(7, before !== undefined && before !== placement.place ? 1 : 0),
      ),
      alone: claims.flatMap((claim) => (claim.kind === 'alone' ? [claim.thing] : [])),
      alike: claims.flatMap((claim) => (claim.kind === 'alike' ? [`${claim.thing}\n${claim.as}`] : [])),
      share: claims.flatMap((claim) => (claim.kind === 'share' ? [[claim.thing, claim.amount] as [string, number]] : [])),
    }))
  const missed = at(want.priority === 'must' ? 2 : 2 + want.priority, 1)
  const unmet = plus(missed, at(1, isVital(want) ? 1 : 0))
  const counts = plus(plus(unmet, at(0, lock === undefined ? 0 : 1)), at(7, before === undefined ? 0 : 1))
  const alike = want.without.flatMap((claim) => (claim.kind === 'alike' ? [`${claim.thing}\n${claim.as}`] : []))
  return [...ways, { counts, alone: [], alike, share: [] }]
}
