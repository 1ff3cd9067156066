import { needKind, type PinUse } from '../catalogue'
import {
  batteryId,
  idIn,
  splitKey,
  type ColourRole,
  type FittedDevice,
  type FittedNeed,
  type Place,
  type ResolvedPlan,
} from '../plan'
import { motorOrder } from '../suitability'
import type { WireColour } from '../units'
import type { WireKind } from './wires'

/** Colours that the product gives: motors told apart by number, pictures unlike serial lines. */
const own: Partial<Record<ColourRole, WireColour>> = {
  'motor-1': 'WH',
  'motor-2': 'GY',
  'motor-3': 'VT',
  'motor-4': 'BU',
  'motor-5': 'TQ',
  'motor-6': 'PK',
  'motor-7': 'OG',
  'motor-8': 'BN',
  'picture-from-camera': 'TQ',
  'picture-onward': 'PK',
}

const byUse: Record<PinUse, ColourRole> = {
  'uart-tx': 'serial-to-part',
  'uart-rx': 'serial-to-board',
  pulse: 'servo',
  'led-data': 'led-data',
  switch: 'line',
  analog: 'analog',
  buzzer: 'line',
  'i2c-sda': 'bus-data',
  'i2c-scl': 'bus-clock',
  'can-h': 'bus-data',
  'can-l': 'bus-clock',
  'receiver-pulse': 'receiver',
  'receiver-channel': 'receiver',
  'video-in': 'picture-from-camera',
  'video-out': 'picture-onward',
}

const byKind: Record<WireKind, WireColour> = { signal: 'WH', supply: 'RD', ground: 'BK', video: 'YE' }

/** What a wire is for. */
export function colourRole(
  resolved: ResolvedPlan,
  kind: WireKind,
  { device, terminal, need, source }: { device: FittedDevice; terminal: string; need?: FittedNeed; source?: Place },
): ColourRole | undefined {
  if (kind === 'ground') return 'ground'
  if (kind === 'supply')
    return source === undefined ? undefined : isBattery(resolved, source) ? 'supply-battery' : 'supply-regulated'
  if (kind === 'video') {
    return device.device.needs.some((each) => each.kind === 'video' && each.direction === 'in')
      ? 'picture-onward'
      : 'picture-from-camera'
  }
  if (!need) return undefined
  const motor = motorOrder(resolved).get(need.key)
  if (motor !== undefined) return motor <= 8 ? (`motor-${motor}` as ColourRole) : 'servo'
  const use = needKind(need.need)
    .terminals(need.need)
    .find((each) => each.terminal === terminal)?.use
  return use && byUse[use]
}

/** Whether a source gives the voltage of the battery. */
function isBattery({ board, device }: ResolvedPlan, source: Place): boolean {
  const rail = idIn('rail', source)
  if (rail !== undefined) return board.rails.find(({ id }) => id === rail)?.volts === undefined
  const [owner, output] = splitKey(idIn('output', source) ?? '')
  return owner === batteryId || device(owner)?.device.outputs.find(({ id }) => id === output)?.volts === undefined
}

/** The colour for a wire: the workshop's for what it is for, the product's, that of the part's terminal; a lead that the part comes with is as it is. */
export function colourFor(
  { plan }: ResolvedPlan,
  kind: WireKind,
  role: ColourRole | undefined,
  { given, lead }: { given?: WireColour; lead: boolean },
): WireColour {
  if (lead && given) return given
  return (role && (plan.colours[role] ?? own[role])) ?? given ?? byKind[kind]
}
