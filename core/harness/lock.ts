import type { Edit, Plan } from '../plan'
import type { Wire } from './wires'

/**
 * Holds a wire as it is: pad, colour, gauge and length stay whatever else is
 * worked out anew, and the need it serves stays at its place. It can still be
 * changed by hand.
 * @param wire as worked out for the plan
 */
export function lockWire(plan: Plan, wire: Wire): Edit {
  const { colour, gauge, length, need } = wire
  const pad = wire.to.device ? {} : { pad: wire.to.point }
  const place = need && plan.assignment[need]?.place
  const hold: Edit = { type: 'wire.set', wire: wire.id, override: { ...pad, colour, gauge, length, locked: true } }
  const also: Edit[] = place && plan.locks[need] === undefined ? [{ type: 'need.lock', need, place }] : []
  return { type: 'several', label: `Lock wire ${wire.number}`, edits: [hold, ...also] }
}

/**
 * Lets a wire be worked out again. The place of its need is let go when no other
 * locked wire serves it.
 * @param wires all wires of the plan
 */
export function unlockWire(plan: Plan, wires: Wire[], wire: Wire): Edit {
  const { need } = wire
  const held = wires.some((other) => other.id !== wire.id && other.need === need && other.locked)
  const also: Edit[] = need && plan.locks[need] !== undefined && !held ? [{ type: 'need.unlock', need }] : []
  const { note, omitted } = plan.wires[wire.id] ?? {}
  const kept = { ...(note ? { note } : {}), ...(omitted ? { omitted } : {}) }
  const set: Edit[] = Object.keys(kept).length ? [{ type: 'wire.set', wire: wire.id, override: kept }] : []
  return {
    type: 'several',
    label: `Unlock wire ${wire.number}`,
    edits: [{ type: 'wire.set', wire: wire.id, override: null }, ...set, ...also],
  }
}
