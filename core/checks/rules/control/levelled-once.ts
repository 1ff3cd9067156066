import { outputName, pulseOutputs } from '../../../controls'
import { keyOf, referTo } from '../../../plan'
import { deviceSheet } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const outputs = new Map(pulseOutputs(resolved).map((each) => [each.need.key, each]))
  for (const fitted of resolved.devices)
    for (const { setting, value } of deviceSheet(resolved, fitted)) {
      const { pairs } = setting
      if (!pairs || !('levels' in pairs)) continue
      for (const id of pairs.levels) {
        const each = outputs.get(keyOf(fitted.id, id))
        if (!each?.output) continue
        const { need, output } = each
        const byBoard = output.by === 'level'
        if (byBoard !== value) continue
        const own = {
          label: `${setting.label}: ${value ? 'off' : 'on'}`,
          edit: { type: 'setting.set', device: fitted.id, setting: setting.id, value: !value } as const,
        }
        yield {
          subjects: [referTo('need', need.key), referTo('device', fitted.id)],
          severity: byBoard ? 'fix' : 'note',
          fact: byBoard
            ? `${outputName(need)} is levelled twice, by the board and by ${fitted.instance.name} itself: it tilts the other way as far as the craft tilts`
            : `${outputName(need)} is levelled by nobody: it tilts with the craft`,
          fixes: byBoard
            ? [
                ...(output.channel === undefined
                  ? []
                  : [
                      {
                        label: `The board only passes channel ${output.channel} on`,
                        edit: { type: 'output.set', need: need.key, as: { ...output, by: 'channel' } } as const,
                      },
                    ]),
                own,
              ]
            : [own],
        }
      }
    }
}

export const levelledOnce: Rule = {
  meta: {
    id: 'CHN-11',
    family: 'control',
    severity: 'fix',
    title: 'An axis is levelled at one end',
    why: 'A gimbal that levels itself is told where to look. If the board takes the tilt away as well, it is taken away twice.',
    reads: ['outputs', 'device settings'],
  },
  check,
}
