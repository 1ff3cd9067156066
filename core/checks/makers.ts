import { keyOf, referTo, terminalPoint, type Place } from '../plan'
import type { Volts } from '../units'
import type { CheckContext } from './context'

/** What makes a voltage of its own: the battery, or a regulator. */
export interface Maker {
  place: Place
  label: string
  min: Volts
  max: Volts
  /** The point it makes it at. */
  point: string
}

/** All makers of a plan; what only passes on what it is given is none. */
export function makersOf({ resolved, sources }: CheckContext): Maker[] {
  return sources.flatMap(({ place, label, min, max, owner: id, kind, regulates }): Maker[] => {
    const passes = kind === 'through' || (kind === 'battery' && id === undefined)
    if (passes && regulates === undefined) return []
    const owner = id === undefined ? undefined : resolved.device(id)
    const output = owner?.device.outputs.find((each) => referTo('output', keyOf(owner.id, each.id)) === place)
    return [{ place, label, min, max, point: owner && output ? terminalPoint(owner.id, output.terminal) : place }]
  })
}

/** Makers that a net is connected with, the highest first. */
export function makersOn(context: CheckContext, net: string): Maker[] {
  return makersOf(context)
    .filter(({ point }) => context.circuit.net(point) === net)
    .sort((one, other) => other.max - one.max)
}
