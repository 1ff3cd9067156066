import { memo } from '../memo'
import type { Board } from '../catalogue'
import type { FittedNeed, NeedKey, ResolvedPlan } from '../plan'
import { outletAt } from './outlets'

/** The number of each motor, from 1, by the need that drives it: in the order of the fit-out. */
export const motorOrder = memo(({ needs }: ResolvedPlan): Map<NeedKey, number> => {
  const driving = needs.filter(({ fitted, need }) => fitted.device.motors && need.kind === 'pulse')
  return new Map(driving.map(({ key }, at) => [key, at + 1]))
})

/** Whether the firmware of a board knows motors by the numbers of its outputs. */
export function numbersOutputs({ pads }: Board): boolean {
  return pads.some(({ output }) => output !== undefined)
}

/** An output that has to be told which motor hangs on it. */
export interface MappedOutput {
  need: FittedNeed
  motor: number
  /** Number of the output by which the firmware knows it; missing at a pad that is no numbered output. */
  output?: number
  /** The pad, in words. */
  name: string
}

/** What has to be mapped before the motors spin: each motor that is not on the output of its own number. */
export function outputMapping(resolved: ResolvedPlan): MappedOutput[] {
  if (!numbersOutputs(resolved.board)) return []
  return [...motorOrder(resolved)].flatMap(([key, motor]): MappedOutput[] => {
    const need = resolved.need(key)
    const place = resolved.plan.assignment[key]?.place
    const outlet = place && outletAt(resolved, place)
    if (!need || !outlet || outlet.owner || outlet.output === motor) return []
    return [{ need, motor, output: outlet.output, name: outlet.name }]
  })
}

/** The same in words: "pad M3 is output 3: map it to motor 1". */
export function mappingWords({ output, name, motor }: Pick<MappedOutput, 'output' | 'name' | 'motor'>): string {
  return output === undefined
    ? `${name} is no numbered output: map it to motor ${motor}`
    : `${name} is output ${output}: map it to motor ${motor}`
}
