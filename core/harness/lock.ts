import type { Edit, LockHold, Plan, WireOverride } from '../plan'
import { pointOf } from './points'
import type { Wire } from './wires'

/**
 * Holds a wire as it is: its end, colour, gauge and length stay whatever else is
 * worked out anew, and the need it serves stays at its place. It can still be
 * changed by hand. What was set by hand before is not counted as held.
 * @param wire as worked out for the plan
 */
export function lockWire(plan: Plan, wire: Wire): Edit {
  const { colour, gauge, length, need } = wire
  const values: Omit<WireOverride, 'locked'> = { colour, gauge, length, end: pointOf(wire.to) }
  const before = plan.wires[wire.id] ?? {}
  const place = need && plan.locks[need] === undefined ? plan.assignment[need]?.place : undefined
  const locked: LockHold[] = (['end', 'colour', 'gauge', 'length'] as const).filter(
    (key) => values[key] !== undefined && before[key] === undefined,
  )
  return {
    type: 'several',
    label: `Lock wire ${wire.number}`,
    edits: [
      { type: 'wire.set', wire: wire.id, set: { ...values, locked: place ? [...locked, 'need'] : locked } },
      ...(place ? [{ type: 'need.lock' as const, need: need!, place }] : []),
    ],
  }
}

/**
 * Lets a wire be worked out again: all that its lock held is let go, what was set
 * by hand before stays. A need that the lock holds stays held while another
 * locked wire serves it.
 * @param wires all wires of the plan
 */
export function unlockWire(plan: Plan, wires: Wire[], wire: Wire): Edit {
  const { locked = [] } = plan.wires[wire.id] ?? {}
  const held = locked.filter((hold) => hold !== 'need')
  const edits: Edit[] = [{ type: 'wire.set', wire: wire.id, unset: ['locked', ...held] }]
  const heir = wires.find((other) => other.id !== wire.id && other.need === wire.need && other.locked)
  if (wire.need && locked.includes('need')) {
    const heldByHeir = heir && (plan.wires[heir.id]?.locked ?? [])
    edits.push(
      heir
        ? { type: 'wire.set', wire: heir.id, set: { locked: [...heldByHeir!, 'need'] } }
        : { type: 'need.unlock', need: wire.need },
    )
  }
  return { type: 'several', label: `Unlock wire ${wire.number}`, edits }
}
