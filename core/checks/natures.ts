import type { Wire, WireEnd } from '../harness'
import type { CheckContext } from './context'

/** What the point at a wire's end is, electrically. */
export type Nature = 'supply' | 'ground' | 'signal'

export function natureOf({ resolved, terminal }: CheckContext, { device, point }: WireEnd): Nature | undefined {
  const role = device === undefined ? resolved.pad(point)?.kind : terminal(device, point)?.role
  return role === 'video' ? 'signal' : role
}

/** The ends of a wire that joins points of unlike nature, the one of the nature asked for first. */
export function unlikeEnds(
  context: CheckContext,
  wire: Wire,
  nature: Nature,
): { end: WireEnd; other: WireEnd; with: Nature } | undefined {
  const [from, to] = [natureOf(context, wire.from), natureOf(context, wire.to)]
  if (from === undefined || to === undefined || from === to) return undefined
  if (from === nature) return { end: wire.from, other: wire.to, with: to }
  return to === nature ? { end: wire.to, other: wire.from, with: from } : undefined
}
