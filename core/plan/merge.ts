import { produce } from 'immer'
import { mergeValues, type Merged } from '../editing'
import type { Plan } from './plan'
import { forgetParts } from './references'

/**
 * What two plans made from one come to together, place by place; what one of them set of a part that the other took away
 * goes with it.
 * @param base what both were made from
 */
export function mergePlans(base: Plan, first: Plan, second: Plan): Merged<Plan> {
  const { value: merged, ...rest } = mergeValues(base, first, second)
  const partsIn = ({ devices, joints }: Plan) => [...devices.map(({ id }) => id), ...Object.keys(joints)]
  const left = new Set(partsIn(merged))
  const gone = [base, first, second].flatMap(partsIn).filter((id) => !left.has(id))
  return { document: gone.length ? produce(merged, (draft) => forgetParts(draft, gone)) : merged, ...rest }
}
