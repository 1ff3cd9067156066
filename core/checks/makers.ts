import { makesVolts, type Feeder } from '../electrics'
import type { CheckContext } from './context'

/** What makes a voltage of its own and a wire can lead to: the battery, or a regulator. */
export function makersOf({ sources }: CheckContext): Feeder[] {
  return sources.filter(makesVolts)
}

/** Makers that a net is connected with, the highest first. */
export function makersOn(context: CheckContext, net: string): Feeder[] {
  return makersOf(context)
    .filter(({ plus }) => context.circuit.net(plus) === net)
    .sort((one, other) => other.max - one.max)
}
