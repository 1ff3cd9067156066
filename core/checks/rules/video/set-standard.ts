import { videoChain } from '../../../harness'
import { referTo } from '../../../plan'
import { deviceSheet, settingEdit } from '../../../settings'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutVideo, standardsOf } from '../../video'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  const points = videoChain(resolved).flatMap(({ from, to }) => [from, to])
  if (!points.length) return
  const ends = points.map((point) => standardsOf(resolved, point))
  const common = (['PAL', 'NTSC'] as const).filter((standard) => ends.every(({ standards }) => standards.includes(standard)))
  const automatic = [...new Set(points.flatMap((point) => ('device' in point ? [point.device] : [])))].flatMap((fitted) =>
    deviceSheet(resolved, fitted).filter(({ setting, value }) => setting.picture === 'standard' && value === 'automatic'),
  )
  for (const row of automatic)
    yield {
      subjects: [referTo('device', row.device)],
      fact: `${row.setting.label} of ${context.name(row.device)} is automatic: it may take the wrong one at power-up and stay with it`,
      fixes: common.map((standard) => ({
        label: `${row.setting.label}: ${standard}`,
        edit: settingEdit(resolved, row, standard),
      })),
    }
  if (common.length < 2 || automatic.length) return
  yield {
    subjects: [...new Set(points.flatMap(aboutVideo))],
    fact: `all of ${[...new Set(ends.map(({ name }) => name))].join(', ')} detect PAL and NTSC by themselves: set one standard by hand in each`,
  }
}

export const setStandard: Rule = {
  meta: {
    id: 'VID-04',
    family: 'video',
    severity: 'note',
    title: 'Set the standard by hand',
    why: 'Automatic detection falls for noise at power-up and then stays wrong: set the standard in camera and overlay.',
    reads: ['video chain', 'device settings'],
  },
  check,
}
