import {
  controlKinds,
  newPlan,
  type ControlKind,
  type ControlOutput,
  type Controls,
  type Edit,
  type HandsetControl,
  type Job,
  type JobKind,
  type Plan,
} from '#core/plan'
import { edited, factsOf, findingsOf, settledBy } from './findings'
import { allocated, library, type DemoName } from './plans'

/** Nothing laid out yet. */
export const noControls: Controls = newPlan('Bare', library.boards['corran-7']!).controls

/** A control of the handset on a channel. */
export const onHandset = (kind: ControlKind, channel: number | null): HandsetControl => ({
  name: `${controlKinds[kind].name} ${channel ?? ''}`.trim(),
  kind,
  channel,
  reversed: false,
  at: { x: 50, y: 50 },
})

export const job = (does: JobKind, channel: number, from: number, to: number, what?: string): Job => ({
  does,
  channel,
  from,
  to,
  ...(what !== undefined && { what }),
})

/** A channel passed on as it is. */
export const passed = (channel: number, rest: Partial<ControlOutput> = {}): ControlOutput => ({
  by: 'channel',
  channel,
  low: 1000,
  middle: 1500,
  high: 2000,
  reversed: false,
  curve: 0,
  onLoss: 'none',
  powerUp: 'none',
  ...rest,
})

/** A demo build with these controls alone; it is armed by a switch on channel 5 and everything is driven unless said otherwise. */
export function controlled(controls: Partial<Controls>, name: DemoName = 'spillway-hex', ...edits: Edit[]): Plan {
  const plan = edited(allocated(name), ...edits)
  const own = plan.controls
  return {
    ...plan,
    controls: {
      travel: own.travel,
      handset: { ...own.handset, ...controls.handset },
      jobs: { ...own.jobs, ...controls.jobs },
      outputs: { ...own.outputs, ...controls.outputs },
    },
  }
}

/** What a rule says of a plan that it does not say of the same plan before, and whether each first fix settles it. */
export function told(rule: string, plan: Plan, before: Plan = allocated('spillway-hex')) {
  const known = factsOf(before, rule)
  const found = findingsOf(plan, rule).filter(({ fact }) => !known.includes(fact))
  return {
    facts: found.map(({ fact }) => fact),
    severities: found.map(({ severity }) => severity),
    settled: found.every((finding) => finding.fixes.length > 0 && finding.fixes.every((_, at) => settledBy(plan, finding, at))),
  }
}
