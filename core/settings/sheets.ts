import type { DeviceSetting, SettingPair, SettingValue } from '../catalogue'
import { serialLinks, type SerialLink } from '../links'
import { idIn, keyOf, splitKey, type Edit, type FittedDevice, type ResolvedPlan } from '../plan'
import { formatBaud, plain } from '../units'

/** A value that a setting should have, and what asks for it. */
export interface Wanted {
  value: SettingValue
  because: string
}

/** One setting of a device of the fit-out. */
export interface SettingRow {
  device: string
  setting: DeviceSetting
  value: SettingValue
  /** Set by hand; otherwise as wanted, or as it ships. */
  byHand: boolean
  wanted?: Wanted
  /** Why the value cannot be: it is not one that the part has. */
  wrong?: string
}

/** Whether a value is what is wanted; where nothing is wanted it is. */
export const agrees = ({ value, wanted }: SettingRow) => wanted === undefined || wanted.value === value

/** A value of a setting in words. @param protocols where they are at hand they are called by name */
export function settingWords(setting: DeviceSetting, value: SettingValue, protocols: ResolvedPlan['protocols'] = {}): string {
  if (setting.pairs && 'with' in setting.pairs && setting.pairs.with === 'protocol')
    return protocols[String(value)]?.name ?? String(value)
  if (typeof value === 'boolean') return value ? 'on' : 'off'
  const pair = setting.pairs
  if (typeof value === 'number' && pair && 'with' in pair && pair.with === 'baud') return formatBaud(value)
  return `${value}${setting.kind === 'number' && setting.unit ? ` ${setting.unit}` : ''}` || 'nothing'
}

const linkOf = (resolved: ResolvedPlan, device: string, need: string): SerialLink | undefined =>
  serialLinks(resolved).find((link) => link.need.key === keyOf(device, need))

/** The pair of a setting with a link that there is. */
function linkPair(resolved: ResolvedPlan, { id }: FittedDevice, pair: SettingPair | undefined) {
  if (!pair || !('need' in pair)) return undefined
  const link = linkOf(resolved, id, pair.need)
  return link && { link, with: pair.with }
}

/** The rate that the needs at outputs of a group ask for. */
function groupWanted(resolved: ResolvedPlan, { id, device }: FittedDevice, setting: DeviceSetting): Wanted | undefined {
  if (!device.pads.some(({ group }) => group === setting.id)) return undefined
  for (const { key, need, fitted } of resolved.needs) {
    const placement = resolved.plan.assignment[key]
    const [owner, pad] = splitKey(idIn('device', placement?.place) ?? '/')
    const outlet = owner === id ? device.pads.find((each) => each.id === pad) : undefined
    if (!placement || need.kind !== 'pulse' || outlet?.group !== setting.id) continue
    return {
      value: placement.rate ?? need.rate.default,
      because: `${fitted.instance.name} hangs on ${outlet.label}`,
    }
  }
  return undefined
}

function wantedOf(
  resolved: ResolvedPlan,
  fitted: FittedDevice,
  setting: DeviceSetting,
  values: Map<string, SettingValue>,
): Wanted | undefined {
  const { pairs } = setting
  if (pairs && 'setting' in pairs) {
    const other = fitted.device.settings.find(({ id }) => id === pairs.setting)
    const has = values.get(pairs.setting)
    const value = has === undefined ? undefined : pairs.values[String(has)]
    return other && has !== undefined && value !== undefined
      ? { value, because: `${other.label} is ${settingWords(other, has)}` }
      : undefined
  }
  if (pairs && 'variants' in pairs) {
    const { variant } = fitted.instance
    const value = pairs.variants[variant]
    const name = resolved.plan.definitions.devices[fitted.instance.definition]?.variants[variant]?.name ?? variant
    return value === undefined ? undefined : { value, because: `the part is “${name}”` }
  }
  if (pairs && 'job' in pairs) {
    const job = Object.values(resolved.plan.controls.jobs).find(({ does }) => does === pairs.job)
    return job && { value: job.channel, because: `channel ${job.channel} switches that on the board` }
  }
  if (pairs && 'levels' in pairs) {
    const levelled = pairs.levels.find((need) => resolved.plan.controls.outputs[keyOf(fitted.id, need)]?.by === 'level')
    return levelled === undefined ? undefined : { value: false, because: 'the board levels its axes' }
  }
  const pair = linkPair(resolved, fitted, pairs)
  if (pair) return { value: pair.link.board[pair.with], because: `${pair.link.port.label} is set to that` }
  return groupWanted(resolved, fitted, setting)
}

const inWords = (values: string[]) =>
  values.length > 1 ? `${values.slice(0, -1).join(', ')} or ${values.at(-1)}` : values.join()

/** Why a setting cannot have a value, in words; nothing where it can. */
export function refuseValue(setting: DeviceSetting, value: SettingValue): string | undefined {
  if (setting.kind === 'switch') return typeof value === 'boolean' ? undefined : 'is either on or off'
  if (setting.kind === 'choice')
    return setting.values.includes(value as string | number)
      ? undefined
      : `can be ${inWords(setting.values.map((each) => settingWords(setting, each)))}`
  if (setting.kind === 'text')
    return typeof value === 'string' && value.length <= setting.longest ? undefined : `takes up to ${setting.longest} characters`
  const { min, max, step, unit = '' } = setting
  const range = `goes from ${plain(min, 4)} to ${plain(max, 4)} ${unit}`.trim()
  if (typeof value !== 'number' || value < min || value > max) return range
  const steps = step === undefined ? 0 : (value - min) / step
  return Math.abs(steps - Math.round(steps)) < 1e-6 ? undefined : `${range} in steps of ${step}`
}

/**
 * All settings of a device with what they are set to and what they should be. One that pairs with a link is
 * the device's end of it. What is not set by hand is as wanted, where it is wanted, and as shipped otherwise.
 */
export function deviceSheet(resolved: ResolvedPlan, fitted: FittedDevice): SettingRow[] {
  const own = resolved.plan.settings[fitted.id] ?? {}
  const values = new Map<string, SettingValue>()
  const rows = new Map<string, SettingRow>()
  // Those that pair with another setting come behind it.
  const order = fitted.device.settings.toSorted((one, other) => Number(isBehind(one)) - Number(isBehind(other)))
  for (const setting of order) {
    const wanted = wantedOf(resolved, fitted, setting, values)
    const pair = linkPair(resolved, fitted, setting.pairs)
    const byLink = pair && resolved.plan.links[pair.link.need.key]?.device?.[pair.with]
    const byHand = pair ? byLink !== undefined : own[setting.id] !== undefined
    const possible = wanted && refuseValue(setting, wanted.value) === undefined ? wanted.value : undefined
    const value = pair ? pair.link.device[pair.with] : (own[setting.id] ?? possible ?? setting.default)
    const refused = refuseValue(setting, value)
    values.set(setting.id, value)
    rows.set(setting.id, {
      device: fitted.id,
      setting,
      value,
      byHand,
      ...(wanted && { wanted }),
      ...(refused && { wrong: `${setting.label} ${refused}` }),
    })
  }
  return fitted.device.settings.map(({ id }) => rows.get(id)!)
}

const isBehind = ({ pairs }: DeviceSetting) => pairs !== undefined && 'setting' in pairs

/** The sheets of all devices that have settings. */
export function deviceSheets(resolved: ResolvedPlan): { fitted: FittedDevice; rows: SettingRow[] }[] {
  return resolved.devices
    .filter(({ device }) => device.settings.length)
    .map((fitted) => ({ fitted, rows: deviceSheet(resolved, fitted) }))
}

/** The edit that sets a device's setting, at its end of the link where it is that. @param value nothing: as wanted */
export function settingEdit(resolved: ResolvedPlan, { device, setting }: SettingRow, value: SettingValue | undefined): Edit {
  const fitted = resolved.devices.find(({ id }) => id === device)!
  const pair = linkPair(resolved, fitted, setting.pairs)
  if (!pair) return { type: 'setting.set', device, setting: setting.id, value: value ?? null }
  const link = { type: 'link.set', need: pair.link.need.key, end: 'device' } as const
  return value === undefined ? { ...link, unset: [pair.with] } : { ...link, set: { [pair.with]: value } }
}
