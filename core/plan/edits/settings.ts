import type { SettingValue } from '../../catalogue'
import { deviceOf, type EditGroup } from './kind'

export interface SettingEdits {
  /** Null sets it as it is wanted, or as the part ships. */
  'setting.set': { device: string; setting: string; value: SettingValue | null }
}

/** What is set in the devices themselves. */
export const settingEdits: EditGroup<SettingEdits> = {
  'setting.set': {
    apply: (plan, { device, setting, value }) => {
      deviceOf(plan, device)
      const own = plan.settings[device] ?? {}
      if (value === null) delete own[setting]
      else own[setting] = value
      if (!Object.keys(own).length) delete plan.settings[device]
      else plan.settings[device] = own
    },
    words: ({ device, setting, value }, speech) =>
      `${speech.device(device)}: ${setting} ${value === null ? 'as it is wanted' : `set to ${typeof value === 'boolean' ? (value ? 'on' : 'off') : value}`}`,
    shape: ({ part, id, settingValue }) => ({
      device: part.required(),
      setting: id.required(),
      value: settingValue.allow(null).required(),
    }),
  },
}
