import { sameValue } from '../editing'
import { whileSame } from '../memo'
import type { Device, Need, PowerOutput, ProtocolDefinition, Radio } from '../catalogue'
import type { FlightLog, Plan } from './plan'

const changed = whileSame(
  (device: Device, { log, megahertz, volts }: Asked): Device => ({
    ...device,
    needs: log ? device.needs.map((need) => (log.needs.includes(need.id) ? recording(need, log.choice) : need)) : device.needs,
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
}

/** A need for a record, with as many records of as many bytes as were chosen. */
function recording(need: Need, { loop, every, bytes }: FlightLog): Need {
  if (need.kind !== 'serial') return need
  const [first, ...rest] = need.messages
  return first ? { ...need, messages: [{ ...first, bytes, rate: loop / every }, ...rest] } : need
}

/**
 * A device as the plan has set it: its radios work, and its outputs give, what the settings that pair with
 * them say, and a logger takes the records that were chosen. The same object while nothing of that changes.
 */
export function deviceAsSet(
  { log, settings }: Plan,
  id: string,
  device: Device,
  protocols: Record<string, ProtocolDefinition>,
): Device {
  const needs = log
    ? device.needs.filter((need) => need.kind === 'serial' && need.options.some(({ protocol }) => protocols[protocol]?.recorded))
    : []
  const megahertz: Record<string, number> = {}
  const volts: Record<string, number> = {}
  for (const { id: setting, pairs, default: shipped } of device.settings) {
    const value = settings[id]?.[setting] ?? shipped
    if (!pairs || typeof value !== 'number' || value <= 0) continue
    if ('radio' in pairs) megahertz[pairs.radio] = value
    if ('output' in pairs) volts[pairs.output] = value
  }
  const asked: Asked = {
    ...(log && needs.length && { log: { needs: needs.map((need) => need.id), choice: log } }),
    megahertz,
    volts,
  }
  return needs.length || Object.keys({ ...megahertz, ...volts }).length ? changed(device, asked) : device
}
