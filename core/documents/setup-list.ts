import { linkBudget, serialLinks, type DirectionBudget } from '../links'
import { boardId, type ResolvedPlan } from '../plan'
import { isDone, setupRounds, type SetupStep } from '../settings'
import { formatBaud, formatShare, plain } from '../units'
import type { Table } from './wire-tables'

/** Where a step is done. */
export const placeOfStep = (resolved: ResolvedPlan, { where }: SetupStep) =>
  where === boardId ? resolved.board.name : (resolved.device(where)?.instance.name ?? where)

/** What is to be set where, in rounds with a save and a restart of the board between them. */
export function setupTable(resolved: ResolvedPlan): Table {
  return {
    name: 'what to set',
    header: ['round', 'where', 'what', 'set to', 'how', 'why', 'done'],
    rows: setupRounds(resolved).flatMap((round, at) =>
      round.map((step) => [
        at + 1,
        placeOfStep(resolved, step),
        step.what,
        step.value,
        step.way,
        step.why,
        isDone(resolved.plan, step) ? 'yes' : '',
      ]),
    ),
  }
}

/** The same as data: rounds with their steps, each with the keys that it sets on the board. */
export function setupData(resolved: ResolvedPlan) {
  return {
    build: resolved.plan.name,
    board: resolved.board.name,
    rounds: setupRounds(resolved).map((round, at) => ({
      round: at + 1,
      steps: round.map((step) => ({
        where: placeOfStep(resolved, step),
        what: step.what,
        value: step.value,
        how: step.way,
        why: step.why,
        sets: step.sets,
        done: isDone(resolved.plan, step),
      })),
    })),
  }
}

const cell = (text: string | number) =>
  String(text)
    .replace(/[\\|*_`<>[\]]/g, '\\$&')
    .replace(/\s+/g, ' ')

/** The same as a Markdown document: a list to tick off for each round. */
export function setupMarkdown(resolved: ResolvedPlan): string {
  const rounds = setupRounds(resolved).map((round, at) => {
    const lines = round.map((step) => {
      const done = isDone(resolved.plan, step) ? 'x' : ' '
      return `- [${done}] ${cell(placeOfStep(resolved, step))}: ${cell(step.what)}: **${cell(step.value)}** (${cell(step.way)}; ${cell(step.why)})`
    })
    return [`## Round ${at + 1}`, '', ...lines, '', 'Save and restart the board.'].join('\n')
  })
  return (
    [`# ${cell(resolved.plan.name)}: what to set`, ...(rounds.length ? rounds : ['Nothing is to be set yet.'])].join('\n\n') +
    '\n'
  )
}

/** What each link carries in each direction, and how well its ends keep time. */
export function budgetTable(resolved: ResolvedPlan): Table {
  const share = ({ bytes, load }: DirectionBudget) => (bytes ? formatShare(load) : '')
  return {
    name: 'budget of links',
    header: [
      'link',
      'port',
      'rate',
      'to device',
      'from device',
      'bytes/s to',
      'bytes/s from',
      'rate off',
      'may be off',
      'reply, ms',
      'processor',
    ],
    rows: serialLinks(resolved).map((link) => {
      const { toDevice, fromDevice, error, tolerance, latency, processor } = linkBudget(link)
      return [
        `${link.need.fitted.instance.name}: ${link.need.need.label}`,
        link.port.label,
        formatBaud(link.board.baud),
        share(toDevice),
        share(fromDevice),
        Math.round(toDevice.bytes),
        Math.round(fromDevice.bytes),
        formatShare(error),
        formatShare(tolerance),
        latency === undefined ? '' : plain(latency * 1000, 1),
        processor === undefined ? '' : formatShare(processor),
      ]
    }),
  }
}
