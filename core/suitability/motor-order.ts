import type { Board } from '../catalogue'
import type { NeedKey, ResolvedPlan } from '../plan'

const known = new WeakMap<ResolvedPlan, Map<NeedKey, number>>()

/** The number of each motor, from 1, by the need that drives it: in the order of the fit-out. */
export function motorOrder(resolved: ResolvedPlan): Map<NeedKey, number> {
  const found = known.get(resolved)
  if (found) return found
  const driving = resolved.needs.filter(({ fitted, need }) => fitted.device.motors && need.kind === 'pulse')
  const made = new Map(driving.map(({ key }, at) => [key, at + 1]))
  known.set(resolved, made)
  return made
}

/** Whether the firmware of a board knows motors by the numbers of its outputs. */
export function numbersOutputs({ pads }: Board): boolean {
  return pads.some(({ output }) => output !== undefined)
}
