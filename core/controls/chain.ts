import { figure } from '../units'
import { memo } from '../memo'
import type { ControlOutput, HandsetControl, Job, ResolvedPlan } from '../plan'
import { carried, carrierOf, type Carrier } from './carrier'
import { positionsOf, widthOf, type Position } from './handset'
import { channelOf, jobName, outputName, pulseOutputs, type PulseOutput } from './names'
import { effectOf, pulseOf, valueOfWidth, widthOfTravel } from './pulses'
import { isOn } from './ranges'

/** How the craft lies, in degrees: right wing down, nose up, nose to the right. */
export type Attitude = Record<'roll' | 'pitch' | 'yaw', number>
export const levelFlight: Attitude = { roll: 0, pitch: 0, yaw: 0 }

/** A channel at one moment. */
export interface ChannelAt {
  channel: number
  /** Id and name of the control that it comes from. */
  control: string
  name: string
  /** As the handset sends it and as the board reads it, in µs; the latter missing where it does not arrive. */
  sent: number
  read?: number
}

/** An output at one moment. */
export interface OutputAt extends PulseOutput {
  name: string
  /** In µs; missing where no pulses are given. */
  pulse?: number
  effect: string
}

/** Everything from the switches to what they do, at one moment. */
export interface ChainAt {
  channels: ChannelAt[]
  jobs: { id: string; name: string; channel: number; on: boolean }[]
  outputs: OutputAt[]
}

function channelAt(
  resolved: ResolvedPlan,
  carrier: Carrier | undefined,
  id: string,
  control: HandsetControl,
  value: number,
): ChannelAt[] {
  const { name, channel } = control
  if (channel === null) return []
  const sent = widthOf(resolved.plan.controls.travel, control, value)
  const read = carrier && carried(carrier, channel, sent)
  return [{ channel, control: id, name, sent, ...(read !== undefined && { read }) }]
}

/** The pulse of an output. @param read the channel that it follows, as the board reads it */
function pulseAt({ need }: PulseOutput, output: ControlOutput, read: number | undefined, attitude: Attitude): number | undefined {
  if (output.by !== 'level') return read === undefined ? undefined : pulseOf(output, valueOfWidth(read))
  const { moves } = need.need
  const axis = moves?.axis ?? (output.axis === 'throttle' ? undefined : output.axis)
  const asked = read === undefined || output.channel === undefined ? 0 : valueOfWidth(read)
  if (!moves || !axis) return pulseOf(output, asked)
  // It goes against the craft's tilt, around where the channel points it.
  const middle = (moves.from + moves.to) / 2
  const wanted = middle + (asked * (moves.to - moves.from)) / 2 - attitude[axis]
  const width = widthOfTravel(need.need, wanted)!
  const turned = output.reversed ? 2 * output.middle - width : width
  return Math.min(output.high, Math.max(output.low, turned))
}

/**
 * What each thing along the chain is while the controls stand somewhere.
 * @param standing where each control stands, −1 to 1, by its id; the middle where nothing is said
 */
export function chainAt(resolved: ResolvedPlan, standing: Record<string, number>, attitude: Attitude = levelFlight): ChainAt {
  const carrier = carrierOf(resolved)
  const { handset, jobs } = resolved.plan.controls
  const channels = Object.entries(handset).flatMap(([id, control]) =>
    channelAt(resolved, carrier, id, control, standing[id] ?? 0),
  )
  const read = new Map<number, number>()
  for (const each of channels) if (each.read !== undefined && !read.has(each.channel)) read.set(each.channel, each.read)
  return {
    channels: channels.toSorted((one, other) => one.channel - other.channel),
    jobs: Object.entries(jobs).map(([id, job]) => {
      const width = read.get(job.channel)
      return { id, name: jobName(resolved, job), channel: job.channel, on: width !== undefined && isOn(job, width) }
    }),
    outputs: pulseOutputs(resolved).map((each): OutputAt => {
      const name = outputName(each.need)
      if (!each.output) return { ...each, name, effect: 'nothing drives it' }
      const channel = channelOf(each.output)
      const pulse = pulseAt(each, each.output, channel === undefined ? undefined : read.get(channel), attitude)
      return { ...each, name, ...(pulse !== undefined && { pulse }), effect: effectOf(each.need.need, pulse) }
    }),
  }
}

/** One position of one control, with its pulse. */
export interface Column {
  control: string
  name: string
  position: Position
  channel: number
  sent: number
  read?: number
}

/** What happens at one position: nothing where that control has no say in it. */
export interface Cell {
  text: string
  /** Whether something is on; missing where it is a value. */
  on?: boolean
  /** In µs, of an output. */
  pulse?: number
}

export interface Row {
  /** `job:` with what is switched, or `output:` with the need. */
  id: string
  name: string
  /** One for each column. */
  cells: (Cell | undefined)[]
  /** When the link is lost, and before it is there. */
  onLoss: string
  powerUp: string
}

/** What happens in one column, in words: what is on, and where what moves goes. */
export const happeningsAt = (rows: readonly Row[], column: number): string[] =>
  rows.flatMap(({ name, cells }) => {
    const cell = cells[column]
    if (!cell || cell.on === false) return []
    return [cell.on ? name : `${name} ${cell.text}`]
  })

/** What a pulse that is told in words means for a part. */
function atRest({ need }: PulseOutput, rest: ControlOutput['onLoss'] | undefined): string {
  if (rest === undefined || rest === 'none') return effectOf(need.need, undefined)
  return rest === 'hold' ? 'as it was' : `${figure(rest, 'µs')}: ${effectOf(need.need, rest)}`
}

/** The row of the table that jobs which do the same share. */
const jobRow = ({ does, what = '' }: Pick<Job, 'does' | 'what'>) => `job:${does}/${what}`

/** Every position of every control that has a channel, in the order of the channels. */
export const columnsOf = memo((resolved: ResolvedPlan): Column[] => {
  const carrier = carrierOf(resolved)
  return Object.entries(resolved.plan.controls.handset)
    .flatMap(([id, control]) =>
      positionsOf(control.kind).flatMap((position) =>
        channelAt(resolved, carrier, id, control, position.value).map((at): Column => ({ ...at, position })),
      ),
    )
    .toSorted((one, other) => one.channel - other.channel)
})

/** Switch positions against what happens, each cell worked through the whole chain. */
export const matrixOf = memo((resolved: ResolvedPlan): { columns: Column[]; rows: Row[] } => {
  const columns = columnsOf(resolved)
  const { jobs } = resolved.plan.controls
  const switched = new Map<string, { name: string; of: string[] }>()
  for (const [id, job] of Object.entries(jobs)) {
    const key = jobRow(job)
    const known = switched.get(key)
    if (known) known.of.push(id)
    else switched.set(key, { name: jobName(resolved, job), of: [id] })
  }
  const rows = [...switched].map(([id, { name, of }]): Row => ({
    id,
    name,
    cells: columns.map(({ channel, read }) => {
      const own = of.map((each) => jobs[each]!).filter((job) => job.channel === channel)
      if (!own.length) return undefined
      const on = read !== undefined && own.some((job) => isOn(job, read))
      return { text: on ? 'on' : 'off', on }
    }),
    onLoss: 'as the board’s failsafe has it',
    powerUp: 'off',
  }))
  const outputs = pulseOutputs(resolved).map((each): Row => ({
    id: `output:${each.need.key}`,
    name: outputName(each.need),
    cells: columns.map(({ channel, read }) => {
      const { output } = each
      if (!output || channelOf(output) !== channel) return undefined
      const pulse = pulseAt(each, output, read, levelFlight)
      return { text: effectOf(each.need.need, pulse), ...(pulse !== undefined && { pulse }) }
    }),
    onLoss: each.output ? atRest(each, each.output.onLoss) : 'nothing drives it',
    powerUp: each.output ? atRest(each, each.output.powerUp) : 'nothing drives it',
  }))
  return { columns, rows: [...rows, ...outputs] }
})

/**
 * Where on the handset a job is on, as "switch position" in the order of the channels; none where nothing has that job.
 * @param job what it does, and the layout, mode or need that it is about, where it is about one
 */
export function positionsWith(resolved: ResolvedPlan, job: Pick<Job, 'does' | 'what'>): string[] | undefined {
  const { columns, rows } = matrixOf(resolved)
  const row = rows.find(({ id }) => id === jobRow(job))
  return row && columns.filter((_, at) => row.cells[at]?.on).map(({ name, position }) => `${name} ${position.label}`)
}
