import { outputName } from '../../../controls'
import { idIn, referTo, splitKey } from '../../../plan'
import { deviceSheet } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'

interface GroupRate {
  device: string
  setting: string
  hertz: number
  /** Rates that the group can have. */
  has: number[]
}

/** Hertz that the output of a part gives: the rate of its group. */
function rateOfGroup({ resolved }: CheckContext, place: string): GroupRate | undefined {
  const [owner, pad] = splitKey(place)
  const fitted = resolved.device(owner)
  const group = fitted?.device.pads.find(({ id }) => id === pad)?.group
  const row = fitted && deviceSheet(resolved, fitted).find(({ setting }) => setting.id === group)
  if (!row || group === undefined || row.setting.kind !== 'choice') return undefined
  return { device: owner, setting: group, hertz: Number(row.value), has: row.setting.values.map(Number) }
}

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  for (const { key, need, ...rest } of resolved.needs) {
    const placement = resolved.plan.assignment[key]
    if (need.kind !== 'pulse' || need.protocol !== 'pwm' || !placement) continue
    const place = idIn('device', placement.place)
    const group = place === undefined ? undefined : rateOfGroup(context, place)
    const hertz = group?.hertz ?? placement.rate
    if (hertz === undefined || hertz <= need.rate.max) continue
    const { min, max } = need.rate
    const slower = { ...resolved.plan.assignment, [key]: { ...placement, rate: max } }
    const takes = group?.has.filter((rate) => rate <= max).toSorted((one, other) => other - one)[0]
    yield {
      subjects: [referTo('need', key), placement.place],
      fact: `${outputName({ key, need, ...rest })} gets ${hertz} pulses a second and takes ${min} to ${max}: it hums, gets hot and fails`,
      fixes: !group
        ? [{ label: `${max} a second`, edit: { type: 'assignment.adopt', assignment: slower, supplies: resolved.plan.supplies } }]
        : takes === undefined
          ? []
          : [
              {
                label: `${takes} a second`,
                edit: { type: 'setting.set', device: group.device, setting: group.setting, value: takes },
              },
            ],
    }
  }
}

export const outputRate: Rule = {
  meta: {
    id: 'CHN-07',
    family: 'control',
    severity: 'fix',
    title: 'An output is no faster than its part takes',
    why: 'Analog servos take some fifty pulses a second. At several hundred their motor never rests and burns.',
    reads: ['assignment', 'device settings', 'pulse rates of parts'],
  },
  check,
}
