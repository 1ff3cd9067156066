import { applyEdit, jointPoint, type Plan } from '../plan'

/** Devices with their wiring and settings, kept to be put into other builds: a build of them alone. */
export interface Module {
  format: 'ypodoma-module'
  schema: 1
  name: string
  note: string
  plan: Plan
}

/**
 * A module of some devices of a plan: their definitions, places, links, settings, wires, joints and where they
 * stand, on the board that they were on. What was ticked off, read, accepted or drawn stays behind.
 * @throws RangeError when none of the devices is there
 */
export function takeModule(plan: Plan, devices: readonly string[], name: string, note = ''): Module {
  const wanted = new Set(devices)
  if (!plan.devices.some(({ id }) => wanted.has(id))) throw new RangeError('a module holds one device at least')
  const without = plan.devices
    .filter(({ id }) => !wanted.has(id))
    .reduce((left, { id }) => applyEdit(left, { type: 'device.remove', device: id }), plan)
  const bare = looseJoints(without).reduce((left, joint) => applyEdit(left, { type: 'joint.remove', joint }), without)
  const parts = new Set([...wanted, ...Object.keys(bare.joints)])
  const own: Plan = {
    ...bare,
    name,
    note,
    positions: Object.fromEntries(Object.entries(bare.positions).filter(([part]) => parts.has(part))),
    boxPositions: {},
    attached: {},
    built: {},
    set: {},
    accepted: {},
    lastRead: null,
    displays: {},
    glyphs: null,
    // The handset and what its switches do are the pilot's, not the part's.
    controls: { ...bare.controls, handset: {}, jobs: {} },
    log: null,
    scales: {},
  }
  return { format: 'ypodoma-module', schema: 1, name, note, plan: own }
}

/** Joints at which fewer than two wires of what is left meet. */
function looseJoints(plan: Plan): string[] {
  return Object.keys(plan.joints).filter((joint) => {
    const point = jointPoint(joint)
    const ends = Object.values(plan.extras).flatMap(({ from, to }) => [from, to])
    const moved = Object.values(plan.wires).map(({ end }) => end)
    return [...ends, ...moved].filter((end) => end === point).length < 2
  })
}
