import { agrees, deviceSheets, settingEdit, settingWords, type SettingRow } from '../../../settings'
import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** The end of a link is told of where links are, what hangs on the variant by a rule of its own. */
const toldElsewhere = ({ setting: { pairs } }: SettingRow) => pairs !== undefined && ('need' in pairs || 'variants' in pairs)

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { fitted, rows } of deviceSheets(resolved))
    for (const row of rows) {
      const { setting, value, wanted, wrong } = row
      const is = `${setting.label} of ${nameOf(fitted)} is ${settingWords(setting, value)}`
      const subjects = [referTo('device', fitted.id)]
      const fixes = row.byHand ? [{ label: `${setting.label} as wanted`, edit: settingEdit(resolved, row, undefined) }] : []
      if (wrong) yield { subjects, fact: `${is}: ${wrong.replace(`${setting.label} `, 'it ')}`, fixes }
      else if (wanted && !agrees(row) && !toldElsewhere(row))
        yield { subjects, fact: `${is}, wanted is ${settingWords(setting, wanted.value)}: ${wanted.because}`, fixes }
    }
}

export const deviceSetting: Rule = {
  meta: {
    id: 'SET-01',
    family: 'settings',
    severity: 'fix',
    title: 'A device is set as what it works with wants it',
    why: 'A part whose rate, class or output rate is another than what hangs on it expects works by halves: text freezes, servos jitter. Nothing on the board shows it.',
    reads: ['device settings', 'link settings', 'assignment'],
  },
  check,
}
