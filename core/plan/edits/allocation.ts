import type { Placement } from '../plan'
import { splitKey, type NeedKey, type Place, type SupplyKey } from '../reference'
import { deviceOf, requireOwner, type EditGroup } from './kind'

export interface AllocationEdits {
  'need.leave-out': { need: NeedKey; leftOut: boolean }
  'need.lock': { need: NeedKey; place: Place }
  'need.unlock': { need: NeedKey }
  'need.ban': { need: NeedKey; place: Place }
  'need.allow': { need: NeedKey; place: Place }
  'assignment.adopt': { assignment: Record<NeedKey, Placement>; supplies: Record<SupplyKey, Place> }
  'supply.choose': { supply: SupplyKey; source: Place }
}

/** What goes where, and what the user has fixed or ruled out. */
export const allocationEdits: EditGroup<AllocationEdits> = {
  'need.leave-out': {
    apply: (plan, { need, leftOut }) => {
      const [device, id] = splitKey(need)
      const instance = deviceOf(plan, device)
      instance.leftOut = instance.leftOut.filter((left) => left !== id)
      if (!leftOut) return
      instance.leftOut.push(id)
      delete plan.assignment[need]
      delete plan.locks[need]
    },
    words: ({ need, leftOut }, names) =>
      leftOut ? `Do without a line of ${names.owner(need)}` : `Want the line of ${names.owner(need)} again`,
    shape: ({ joi, key }) => ({ need: key.required(), leftOut: joi.boolean().required() }),
  },
  'need.lock': {
    apply: (plan, { need, place }) => {
      requireOwner(plan, need)
      plan.locks[need] = place
      if (plan.bans[need]) plan.bans[need] = plan.bans[need].filter((banned) => banned !== place)
    },
    words: ({ need, place }, names) => `Lock ${names.owner(need)} to ${names.place(place)}`,
    shape: ({ key, place }) => ({ need: key.required(), place: place.required() }),
  },
  'need.unlock': {
    apply: (plan, { need }) => void delete plan.locks[need],
    words: ({ need }, names) => `Unlock ${names.owner(need)}`,
    shape: ({ key }) => ({ need: key.required() }),
  },
  'need.ban': {
    apply: (plan, { need, place }) => {
      requireOwner(plan, need)
      if (plan.locks[need] === place) delete plan.locks[need]
      plan.bans[need] = [...(plan.bans[need] ?? []).filter((banned) => banned !== place), place]
    },
    words: ({ need, place }, names) => `Keep ${names.owner(need)} off ${names.place(place)}`,
    shape: ({ key, place }) => ({ need: key.required(), place: place.required() }),
  },
  'need.allow': {
    apply: (plan, { need, place }) => {
      const rest = (plan.bans[need] ?? []).filter((banned) => banned !== place)
      if (rest.length) plan.bans[need] = rest
      else delete plan.bans[need]
    },
    words: ({ need, place }, names) => `Allow ${names.owner(need)} on ${names.place(place)} again`,
    shape: ({ key, place }) => ({ need: key.required(), place: place.required() }),
  },
  'assignment.adopt': {
    apply: (plan, { assignment, supplies }) => {
      plan.assignment = assignment
      plan.supplies = supplies
    },
    words: () => 'Allocate',
    shape: ({ assignment, places }) => ({ assignment: assignment.required(), supplies: places.required() }),
  },
  'supply.choose': {
    apply: (plan, { supply, source }) => {
      requireOwner(plan, supply)
      plan.supplies[supply] = source
      plan.locks[supply] = source
    },
    words: ({ supply, source }, names) => `Feed ${names.owner(supply)} from ${names.place(source)}`,
    shape: ({ key, place }) => ({ supply: key.required(), source: place.required() }),
  },
}
