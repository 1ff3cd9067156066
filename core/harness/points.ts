import { keyOf, splitKey, type ResolvedPlan, type WirePoint } from '../plan'
import { boardEnd, deviceEnd, type WireEnd } from './wires'

/** A point as a wire's end: what it is called, and in which connector; undefined when there is no such point. */
export function endAt(resolved: ResolvedPlan, point: WirePoint | undefined): WireEnd | undefined {
  if (point === undefined) return undefined
  const [kind, id] = [point.slice(0, point.indexOf(':')), point.slice(point.indexOf(':') + 1)]
  if (kind === 'pad') {
    const pad = resolved.pad(id)
    return pad && boardEnd(resolved, pad)
  }
  const [device, terminal] = splitKey(id)
  const fitted = resolved.device(device)
  return fitted?.device.terminals.some((each) => each.id === terminal) ? deviceEnd(fitted, terminal) : undefined
}

/** The point that a wire's end is. */
export function pointOf({ device, point }: WireEnd): WirePoint {
  return device === undefined ? `pad:${point}` : `terminal:${keyOf(device, point)}`
}
