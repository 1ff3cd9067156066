import { mergeDifferences, type DeviceDefinition, type DeviceSetting, type SettingValue } from '../catalogue'
import type { FittedDevice } from '../plan'
import { nameOf, type CheckContext } from './context'
import type { Fix } from './finding'

/** Fixes that switch a radio of a part off, by the settings with which it does not send. */
export function quietFixes({ resolved }: CheckContext, fitted: FittedDevice, radio: string): Fix[] {
  const definition = resolved.plan.definitions.devices[fitted.instance.definition]
  return fitted.device.settings.flatMap((setting) => {
    const { id, label, acts = {} } = setting
    return Object.entries(acts).flatMap(([value, differences]): Fix[] => {
      const set = mergeDifferences<Pick<DeviceDefinition, 'radios'>>({ radios: definition?.radios ?? {} }, differences)
      if (set.radios[radio]?.sends) return []
      return [
        {
          label: `${label} of ${nameOf(fitted)}: ${value}`,
          edit: { type: 'setting.set', device: fitted.id, setting: id, value: valueOf(setting, value) },
        },
      ]
    })
  })
}

/** The value of a setting that is written so. */
function valueOf(setting: DeviceSetting, written: string): SettingValue {
  if (setting.kind === 'switch') return written === 'true'
  return setting.kind === 'choice' ? (setting.values.find((value) => String(value) === written) ?? written) : written
}
