import type { SettingValue } from '../../catalogue'
import { scales, writtenScale, type BoardKept, type FlightLog, type Scale } from '../plan'
import { deviceOf, type EditGroup } from './kind'

export interface SettingEdits {
  /** Null sets it as it is wanted, or as the part ships. */
  'setting.set': { device: string; setting: string; value: SettingValue | null }
  /** Null takes it as the logger's definition says. */
  'log.set': { log: FlightLog | null }
  /** Null leaves the board's own. */
  'scale.set': { scale: Scale; value: number | null }
  /** A step of Settings that is done, with the value it was set to; null: it is not. */
  'step.tick': { step: string; value: string | null }
  /** What the board had when it was read; null forgets it. */
  'board.kept': { kept: BoardKept | null }
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
    words: ({ device, setting, value }, names) =>
      `${names.device(device)}: ${setting} ${value === null ? 'as it is wanted' : `set to ${typeof value === 'boolean' ? (value ? 'on' : 'off') : value}`}`,
    shape: ({ part, id, settingValue }) => ({
      device: part.required(),
      setting: id.required(),
      value: settingValue.allow(null).required(),
    }),
  },
  'log.set': {
    apply: (plan, { log }) => void (plan.log = log),
    words: ({ log }) =>
      log
        ? `Flight log: ${log.loop} loops a second, ${log.every === 1 ? 'each' : `one of ${log.every}`} of ${log.bytes} bytes`
        : 'Flight log as the logger takes it',
    shape: ({ flightLog }) => ({ log: flightLog.allow(null).required() }),
  },
  'scale.set': {
    apply: (plan, { scale, value }) => {
      if (value === null) delete plan.scales[scale]
      else plan.scales[scale] = value
    },
    words: ({ scale, value }) => `${scales[scale]}: ${value === null ? 'the board’s own scale' : `scale ${writtenScale(value)}`}`,
    shape: ({ joi, scale }) => ({
      scale: joi
        .string()
        .valid(...Object.keys(scales))
        .required(),
      value: scale.allow(null).required(),
    }),
  },
  'step.tick': {
    apply: (plan, { step, value }) => {
      if (value === null) delete plan.set[step]
      else plan.set[step] = value
    },
    words: ({ value }) => (value === null ? 'A step of Settings is not done' : 'A step of Settings is done'),
    shape: ({ wire, stepValue }) => ({ step: wire.required(), value: stepValue.allow(null).required() }),
  },
  'board.kept': {
    apply: (plan, { kept }) => void (plan.lastRead = kept),
    words: ({ kept }) => (kept ? 'What the board has, as it was read' : 'Forget what the board had'),
    shape: ({ boardKept }) => ({ kept: boardKept.allow(null).required() }),
  },
}
