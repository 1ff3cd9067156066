import { padPoint, readPoint, terminalPoint, type ResolvedPlan, type WirePoint } from '../plan'
import { boardEnd, deviceEnd, type WireEnd } from './wires'

/** A point as a wire's end: what it is called, and in which connector; undefined when there is no such point. */
export function endAt(resolved: ResolvedPlan, point: WirePoint | undefined): WireEnd | undefined {
  if (point === undefined) return undefined
  const at = readPoint(point)
  if ('pad' in at) {
    const pad = resolved.pad(at.pad)
    return pad && boardEnd(resolved, pad)
  }
  const { device, terminal } = at
  const fitted = resolved.device(device)
  return fitted?.device.terminals.some((each) => each.id === terminal) ? deviceEnd(fitted, terminal) : undefined
}

/** The point that a wire's end is. */
export function pointOf({ device, point }: WireEnd): WirePoint {
  return device === undefined ? padPoint(point) : terminalPoint(device, point)
}
