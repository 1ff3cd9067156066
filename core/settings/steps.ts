import { memo } from '../memo'
import { settingWays } from '../catalogue'
import { serialLinks } from '../links'
import { referTo, type FittedDevice, type ResolvedPlan } from '../plan'
import { boardSteps, portWords } from './board'
import { inRounds } from './order'
import { deviceSheet, settingWords, type SettingRow } from './sheets'
import { stepOfLink, stepOfSetting, type SetupStep } from './step'

/** Settings of a device that are not as it ships, as steps. */
function deviceSteps(resolved: ResolvedPlan, fitted: FittedDevice): SetupStep[] {
  const links = serialLinks(resolved).filter(({ need }) => need.fitted.id === fitted.id)
  const [link] = links
  /** What goes through the board wants its port set, and the board restarted, first. */
  const through = links.map(({ need }) => ({ id: stepOfLink(need.key), restart: true }))
  const wayOf = ({ setting: { way } }: SettingRow) =>
    way === 'bridge' && link ? `through the board: a bridge to ${portWords(link)}` : settingWays[way]
  return deviceSheet(resolved, fitted)
    .filter(({ setting, value }) => value !== setting.default)
    .map((row) => ({
      id: stepOfSetting(fitted.id, row.setting.id),
      where: fitted.id,
      what: row.setting.label,
      value: settingWords(row.setting, row.value, resolved.protocols),
      way: wayOf(row),
      why: row.wanted?.because ?? row.setting.note ?? 'not as it ships',
      after: row.setting.way === 'bridge' || row.setting.way === 'board' ? through : [],
      about: [referTo('device', fitted.id)],
      sets: {},
    }))
}

/** All that has to be set, in rounds: after each round what was set is saved and the board restarted. */
export const setupRounds = memo((resolved: ResolvedPlan): SetupStep[][] =>
  inRounds([...boardSteps(resolved), ...resolved.devices.flatMap((fitted) => deviceSteps(resolved, fitted))]),
)
