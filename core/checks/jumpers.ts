import { batteryId, idIn, splitKey, type Edit, type Place } from '../plan'
import { formatVolts } from '../units'
import { nameOf, type CheckContext } from './context'
import type { Fix } from './finding'

/** Volts to which an output can be set by a jumper or setting of its part, such that all suits that it feeds. */
export function voltsFixes({ resolved, feeds }: CheckContext, place: Place | undefined): Fix[] {
  const [owner, output] = splitKey(idIn('output', place) ?? '')
  const part = owner === batteryId ? undefined : resolved.devices.find(({ id }) => id === owner)
  const setting = part?.device.settings.find(({ pairs }) => pairs && 'output' in pairs && pairs.output === output)
  if (!part || setting?.kind !== 'choice') return []
  const fed = feeds.filter(({ source }) => source?.place === place).map(({ supply }) => supply.supply)
  const [least, most] = [Math.max(...fed.map(({ min }) => min)), Math.min(...fed.map(({ max }) => max))]
  const now = part.device.outputs.find(({ id }) => id === output)?.volts
  return setting.values.flatMap((value): Fix[] => {
    if (typeof value !== 'number' || value === now || value < least || value > most) return []
    const edit: Edit = { type: 'setting.set', device: part.id, setting: setting.id, value }
    return [{ label: `Set ${nameOf(part)} to ${formatVolts(value)}`, edit }]
  })
}
