import { memo } from '../memo'
import type { PulseNeed } from '../catalogue'
import { flightModes, jobKinds, type ControlOutput, type FittedNeed, type Job, type ResolvedPlan } from '../plan'

/** What the first four channels steer, by their numbers. */
export const steered: readonly string[] = ['', 'roll', 'pitch', 'throttle', 'yaw']

/** A pulse need with what is driven by it; the motors are the board's own affair. */
export interface PulseOutput {
  need: FittedNeed & { need: PulseNeed }
  /** How it is driven, where that is said. */
  output?: ControlOutput
}

/** All parts that follow a pulse and are no motors, in the order of the fit-out. */
export const pulseOutputs = memo(({ needs, plan }: ResolvedPlan): PulseOutput[] =>
  needs.flatMap((need) => {
    const own = need.need
    if (own.kind !== 'pulse' || own.protocol !== 'pwm' || need.fitted.device.class === 'esc') return []
    const output = plan.controls.outputs[need.key]
    return [{ need: { ...need, need: own }, ...(output && { output }) }]
  }),
)

/** Lines that a channel can switch, by the keys of their needs. */
export const switchedLines = ({ needs }: ResolvedPlan): FittedNeed[] => needs.filter(({ need }) => need.kind === 'switch')

/** What a job does, in words: "Display layout: Along the dam". */
export function jobName({ plan, need }: ResolvedPlan, { does, what }: Pick<Job, 'does' | 'what'>): string {
  const { name } = jobKinds[does]
  if (does === 'mode') return `${name}: ${flightModes[what as keyof typeof flightModes] ?? 'none chosen'}`
  if (does === 'display') return `${name}: ${plan.displays[what ?? '']?.name ?? 'none chosen'}`
  const line = need(what ?? '')
  return does === 'line' ? (line ? `${line.fitted.instance.name}: ${line.need.label}` : `${name}: none chosen`) : name
}

/** What an output is called: "Gimbal: Pitch pulse". */
export const outputName = ({ fitted, need }: FittedNeed) => `${fitted.instance.name}: ${need.label}`

/** Whether a job names a thing that there is, where it has to name one. */
export function hasTarget({ plan, need }: ResolvedPlan, { does, what }: Pick<Job, 'does' | 'what'>): boolean {
  const kind = jobKinds[does].what
  if (kind === null) return true
  if (kind === 'mode') return Object.hasOwn(flightModes, what ?? '')
  return kind === 'display' ? Object.hasOwn(plan.displays, what ?? '') : need(what ?? '')?.need.kind === 'switch'
}

/** The channel by which the board takes each stick. */
export const channelOfAxis = { roll: 1, pitch: 2, throttle: 3, yaw: 4 } as const

/** The channel that an output follows; nothing where it follows none. */
export function channelOf({ by, channel, axis }: ControlOutput): number | undefined {
  return by === 'surface' ? channelOfAxis[axis ?? 'roll'] : channel
}
