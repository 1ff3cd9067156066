import { boardId, type FittedDevice } from './parts'
import type { ResolvedPlan } from './resolved'

/** Whether a part flies along; a programming adapter or a bench supply stays on the ground. */
export function isFlown({ device }: FittedDevice): boolean {
  return device.class !== 'tool'
}

/** Whether a wire that ends at these parts is part of the craft. */
export function isOfCraft({ device }: ResolvedPlan, ...ends: { device?: string }[]): boolean {
  return ends.every(({ device: id = boardId }) => {
    const fitted = device(id)
    return !fitted || isFlown(fitted)
  })
}
