import fc from 'fast-check'
import { passedOn } from '#core/controls'
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

/** A channel passed on as it is, but for the rest. */
export const passed = (channel: number, rest: Partial<ControlOutput> = {}): ControlOutput => ({ ...passedOn(channel), ...rest })

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

const jobs = ['arm', 'mode', 'display', 'beeper', 'log', 'lights', 'video', 'line'] as const
/** What each kind of job that names a thing can name; of another build, too. */
const targets: Partial<Record<JobKind, string[]>> = {
  mode: ['level', 'home'],
  display: ['cruise', 'landing', 'gone'],
  line: ['spotlight/on', 'gnss/fix'],
}

/** A handset, ranges and outputs of the hex at random: channels twice, beyond the receiver's, ranges that overlap. */
export const randomControls: fc.Arbitrary<Controls> = fc
  .record({
    handset: fc.array(
      fc.tuple(fc.constantFrom(...(Object.keys(controlKinds) as ControlKind[])), fc.integer({ min: 1, max: 18 }), fc.boolean()),
      { maxLength: 14 },
    ),
    jobs: fc.array(
      fc.tuple(
        fc.constantFrom(...jobs),
        fc.integer({ min: 1, max: 18 }),
        fc.integer({ min: 850, max: 2050 }),
        fc.integer({ min: 1, max: 700 }),
        fc.nat(),
      ),
      { maxLength: 14 },
    ),
    pitch: fc.tuple(fc.integer({ min: 1, max: 18 }), fc.constantFrom('channel', 'level', 'surface')),
  })
  .map(({ handset, jobs: asked, pitch: [channel, by] }): Controls => ({
    travel: { low: 1000, high: 2000 },
    handset: Object.fromEntries(handset.map(([kind, own, reversed], at) => [`h${at}`, { ...onHandset(kind, own), reversed }])),
    jobs: Object.fromEntries(
      asked.map(([does, own, from, long, which], at) => {
        const named = targets[does]
        return [`j${at}`, job(does, own, from, from + long, named?.[which % named.length])]
      }),
    ),
    outputs: { 'gimbal/pitch': passed(channel, { by: by as 'channel', ...(by !== 'channel' && { axis: 'pitch' as const }) }) },
  }))
