import { wireId } from '../harness'
import { memo } from '../memo'
import { batteryPlace, type FittedSupply } from '../plan'
import type { Amps } from '../units'
import type { CheckContext } from './context'
import type { PartWish } from './finding'
import { wiresBack } from './reports'

/**
 * The distribution board that a plan lacks where main current is to be parted: what it is to feed, and with how much. None where
 * a part distributes already, or a single input takes main current.
 */
export const distributionWish = memo((context: CheckContext): PartWish | undefined => {
  const { resolved, feeds } = context
  if (resolved.devices.some(({ device }) => device.outputs.some(({ main }) => main))) return undefined
  const isMain = ({ supply }: CheckContext['feeds'][number]) => supply.main
  if (feeds.filter(isMain).length < 2) return undefined
  const moved = feeds.filter((each) => isMain(each) || each.source?.place === batteryPlace).map(({ supply }) => supply)
  return {
    current: moved.reduce((sum, fitted) => sum + peakOf(context, fitted), 0),
    supplies: moved.map(({ key }) => key),
    edits: moved.flatMap((supply) => wiresBack(context, supply)),
  }
})

/** What an input takes at most, motors with it where there are any. */
function peakOf({ power }: CheckContext, { fitted, supply }: FittedSupply): Amps {
  return Math.max(supply.peak, power.flows.get(wireId(fitted.id, supply.terminal))?.peak ?? 0)
}
