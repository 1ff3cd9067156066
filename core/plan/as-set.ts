import { sameValue } from '../editing'
import { whileSame } from '../memo'
import type { Device, DeviceSetting, Need, PowerOutput, ProtocolDefinition, Radio, SettingValue } from '../catalogue'
import { keyOf } from './reference'
import type { FlightLog, Plan } from './plan'

const changed = whileSame(
  (device: Device, { log, megahertz, volts, paces }: Asked): Device => ({
    ...device,
    needs: device.needs.map((need) => {
      const paced = paces[need.id] === undefined ? need : withPace(need, paces[need.id]!)
      return log?.needs.includes(need.id) ? recording(paced, log.choice) : paced
    }),
    outputs: device.outputs.map((output): PowerOutput => ({ ...output, ...(volts[output.id] && { volts: volts[output.id]! }) })),
    radios: device.radios.map((radio): Radio => ({ ...radio, megahertz: megahertz[radio.id] ?? radio.megahertz })),
  }),
  sameValue,
)

interface Asked {
  log?: { needs: string[]; choice: FlightLog }
  /** Frequencies of radios by their ids. */
  megahertz: Record<string, number>
  /** Volts of outputs by theirs. */
  volts: Record<string, number>
  /** Shares of what needs say as they ship, by theirs. */
  paces: Record<string, number>
}

/** A need that says so much of what it says as it ships. */
function withPace(need: Need, share: number): Need {
  if (need.kind !== 'serial') return need
  return { ...need, messages: need.messages.map((message) => ({ ...message, rate: message.rate * share })) }
}

/** A need for a record, with as many records of as many bytes as were chosen. */
function recording(need: Need, { loop, every, bytes }: FlightLog): Need {
  if (need.kind !== 'serial') return need
  const [first, ...rest] = need.messages
  return first ? { ...need, messages: [{ ...first, bytes, rate: loop / every }, ...rest] } : need
}

/** What a setting is by another of the same part that it goes with, as that is set by hand at the device's end of a link or ships. */
function behindAnother(plan: Plan, id: string, { settings }: Device, { pairs }: DeviceSetting): SettingValue | undefined {
  if (!pairs || !('setting' in pairs)) return undefined
  const other = settings.find((each) => each.id === pairs.setting)
  if (!other) return undefined
  const link = other.pairs && 'need' in other.pairs ? plan.links[keyOf(id, other.pairs.need)]?.device : undefined
  const value = link?.baud ?? plan.settings[id]?.[other.id] ?? other.default
  return pairs.values[String(value)]
}

/**
 * A device as the plan has set it: its radios work, and its outputs give, what the settings that pair with
 * them say, and a logger takes the records that were chosen. The same object while nothing of that changes.
 */
export function deviceAsSet(plan: Plan, id: string, device: Device, protocols: Record<string, ProtocolDefinition>): Device {
  const { log, settings } = plan
  const needs = log
    ? device.needs.filter((need) => need.kind === 'serial' && need.options.some(({ protocol }) => protocols[protocol]?.recorded))
    : []
  const megahertz: Record<string, number> = {}
  const volts: Record<string, number> = {}
  const paces: Record<string, number> = {}
  for (const each of device.settings) {
    const { pairs, paces: paced, default: shipped } = each
    const value = settings[id]?.[each.id] ?? behindAnother(plan, id, device, each) ?? shipped
    if (paced) {
      const share = typeof value === 'number' && typeof shipped === 'number' ? value / shipped : paced.shares?.[String(value)]
      if (share !== undefined && share > 0 && share !== 1) paces[paced.need] = share
    }
    if (!pairs || typeof value !== 'number' || value <= 0) continue
    if ('radio' in pairs) megahertz[pairs.radio] = value
    if ('output' in pairs) volts[pairs.output] = value
  }
  const asked: Asked = {
    ...(log && needs.length && { log: { needs: needs.map((need) => need.id), choice: log } }),
    megahertz,
    volts,
    paces,
  }
  return needs.length || Object.keys({ ...megahertz, ...volts, ...paces }).length ? changed(device, asked) : device
}
