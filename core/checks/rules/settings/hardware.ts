import { referTo } from '../../../plan'
import { agrees, deviceSheets, settingEdit, settingWords } from '../../../settings'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { fitted, rows } of deviceSheets(resolved))
    for (const row of rows) {
      const { setting, value, wanted } = row
      if (!setting.pairs || !('variants' in setting.pairs) || !wanted || agrees(row)) continue
      yield {
        subjects: [referTo('device', fitted.id)],
        fact: `${setting.label} of ${nameOf(fitted)} is set to ${settingWords(setting, value)}, wanted is ${settingWords(setting, wanted.value)}: ${wanted.because}`,
        fixes: row.byHand ? [{ label: `${setting.label} as wanted`, edit: settingEdit(resolved, row, undefined) }] : [],
      }
    }
}

export const hardware: Rule = {
  meta: {
    id: 'SET-05',
    family: 'settings',
    severity: 'fix',
    title: 'A device is set up as the variant that it is',
    why: 'Firmware that serves several hardware variants has to be told which it runs on. Told wrong, the part starts, answers, and does nothing that is seen: a picture without text.',
    reads: ['device variants', 'device settings'],
  },
  check,
}
