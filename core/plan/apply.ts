import { produce, type Draft } from 'immer'
import { EditError, type Edit, type PlanSections } from './edit'
import type { DeviceInstance, Plan } from './plan'

type Appliers = { [T in Edit['type']]: (plan: Draft<Plan>, edit: Extract<Edit, { type: T }>) => void }

const appliers: Appliers = {
  'plan.rename': (plan, { name }) => {
    if (!name.trim()) throw new EditError('name', 'a build needs a name')
    plan.name = name.trim()
  },
  'plan.note': (plan, { note }) => void (plan.note = note),
  'plan.automatic': (plan, { automatic }) => void (plan.automatic = automatic),
  'craft.set': (plan, { craft }) => void (plan.craft = craft),
  'battery.set': (plan, { battery }) => void (plan.battery = battery),
  'board.choose': (plan, { definition, revision, firmware }) => {
    requireKey(definition.revisions, revision, `board.revision`)
    requireKey(definition.firmwares, firmware, `board.firmware`)
    plan.definitions.boards = { [definition.id]: definition }
    plan.board = { definition: definition.id, revision, firmware }
    forgetPlaces(plan)
  },
  'board.revision': (plan, { revision }) => {
    requireKey(boardOf(plan).revisions, revision, 'board.revision')
    plan.board.revision = revision
  },
  'board.firmware': (plan, { firmware }) => {
    requireKey(boardOf(plan).firmwares, firmware, 'board.firmware')
    plan.board.firmware = firmware
  },
  'device.add': (plan, { device, definition, protocols }) => {
    if (plan.devices.some((other) => other.id === device.id)) {
      throw new EditError(`devices.${device.id}`, 'a device with this id is in the fit-out already')
    }
    if (device.definition !== definition.id) {
      throw new EditError(`devices.${device.id}`, `says definition "${device.definition}" but brings "${definition.id}"`)
    }
    requireKey(definition.variants, device.variant, `devices.${device.id}.variant`)
    plan.definitions.devices[definition.id] ??= definition
    for (const protocol of protocols) plan.definitions.protocols[protocol.id] ??= protocol
    plan.devices.push(device)
  },
  'device.remove': (plan, { device }) => {
    const { definition } = deviceOf(plan, device)
    plan.devices = plan.devices.filter((other) => other.id !== device)
    if (!plan.devices.some((other) => other.definition === definition)) delete plan.definitions.devices[definition]
    forgetDevice(plan, device)
  },
  'device.rename': (plan, { device, name }) => {
    if (!name.trim()) throw new EditError(`devices.${device}.name`, 'a device needs a name')
    deviceOf(plan, device).name = name.trim()
  },
  'device.priority': (plan, { device, priority }) => void (deviceOf(plan, device).priority = priority),
  'device.variant': (plan, { device, variant }) => {
    const instance = deviceOf(plan, device)
    requireKey(plan.definitions.devices[instance.definition]!.variants, variant, `devices.${device}.variant`)
    instance.variant = variant
  },
  'need.leave-out': (plan, { need, leftOut }) => {
    const [device, id] = splitKey(need)
    const instance = deviceOf(plan, device)
    instance.leftOut = instance.leftOut.filter((other) => other !== id)
    if (leftOut) {
      instance.leftOut.push(id)
      delete plan.assignment[need]
      delete plan.locks[need]
    }
  },
  'need.lock': (plan, { need, place }) => {
    deviceOf(plan, splitKey(need)[0])
    plan.locks[need] = place
    if (plan.bans[need]) plan.bans[need] = plan.bans[need].filter((other) => other !== place)
  },
  'need.unlock': (plan, { need }) => void delete plan.locks[need],
  'need.ban': (plan, { need, place }) => {
    deviceOf(plan, splitKey(need)[0])
    if (plan.locks[need] === place) delete plan.locks[need]
    plan.bans[need] = [...(plan.bans[need] ?? []).filter((other) => other !== place), place]
  },
  'need.allow': (plan, { need, place }) => {
    const rest = (plan.bans[need] ?? []).filter((other) => other !== place)
    if (rest.length) plan.bans[need] = rest
    else delete plan.bans[need]
  },
  'assignment.adopt': (plan, { assignment, supplies }) => {
    plan.assignment = assignment
    plan.supplies = supplies
  },
  'supply.choose': (plan, { supply, source }) => {
    deviceOf(plan, splitKey(supply)[0])
    plan.supplies[supply] = source
    plan.locks[supply] = source
  },
  'port.set': (plan, { port, settings }) => {
    if (settings) plan.portSettings[port] = { ...plan.portSettings[port], ...settings }
    else delete plan.portSettings[port]
  },
  'link.set': (plan, { need, settings }) => {
    deviceOf(plan, splitKey(need)[0])
    if (settings) plan.deviceSettings[need] = { ...plan.deviceSettings[need], ...settings }
    else delete plan.deviceSettings[need]
  },
  'wire.set': (plan, { wire, override }) => {
    if (override) plan.wires[wire] = { ...plan.wires[wire], ...override }
    else delete plan.wires[wire]
  },
  'device.place': (plan, { device, spot }) => {
    if (device !== 'board' && device !== 'battery') deviceOf(plan, device)
    if (spot) plan.placement[device] = spot
    else delete plan.placement[device]
  },
  'box.move': (plan, { box, at }) => {
    if (box !== 'board') deviceOf(plan, box)
    if (at) plan.layout[box] = at
    else delete plan.layout[box]
  },
  'wire.tick': (plan, { wire, made }) => {
    if (made) plan.built[wire] = true
    else delete plan.built[wire]
  },
  'definition.update': (plan, { definition }) => {
    if (definition.kind === 'board') {
      requireKey(plan.definitions.boards, definition.id, 'definitions.boards')
      plan.definitions.boards[definition.id] = definition
      plan.board.revision = keepOrFirst(definition.revisions, plan.board.revision)
      plan.board.firmware = keepOrFirst(definition.firmwares, plan.board.firmware)
    } else if (definition.kind === 'device') {
      requireKey(plan.definitions.devices, definition.id, 'definitions.devices')
      plan.definitions.devices[definition.id] = definition
      for (const device of plan.devices) {
        if (device.definition === definition.id) device.variant = keepOrFirst(definition.variants, device.variant)
      }
    } else {
      plan.definitions.protocols[definition.id] = definition
    }
  },
  'sections.restore': (plan, { sections }) => void Object.assign(plan, sections),
  several: (plan, { edits }) => {
    for (const edit of edits) applyTo(plan, edit)
  },
}

/**
 * The plan after one edit; the plan given is not changed.
 * @throws EditError naming the place when the edit does not fit this plan.
 */
export function applyEdit(plan: Plan, edit: Edit): Plan {
  return produce(plan, (draft) => applyTo(draft, edit))
}

/** The edit that takes `after` back to `before`: it restores each section that differs. */
export function inverseOf(before: Plan, after: Plan, label: string): Edit {
  const sections: Record<string, unknown> = {}
  for (const key of Object.keys(before) as (keyof Plan)[]) {
    if (before[key] !== after[key]) sections[key] = before[key]
  }
  return { type: 'sections.restore', of: label, sections: sections as PlanSections }
}

function applyTo(plan: Draft<Plan>, edit: Edit): void {
  const apply = appliers[edit.type] as (plan: Draft<Plan>, edit: Edit) => void
  apply(plan, edit)
}

/** Splits `DEVICE/NEED`. */
export function splitKey(key: string): [device: string, part: string] {
  const at = key.indexOf('/')
  return [key.slice(0, at), key.slice(at + 1)]
}

function deviceOf(plan: Draft<Plan>, id: string): Draft<DeviceInstance> {
  const found = plan.devices.find((device) => device.id === id)
  if (!found) throw new EditError(`devices.${id}`, 'no such device in the fit-out')
  return found
}

function boardOf(plan: Draft<Plan>) {
  return plan.definitions.boards[plan.board.definition]!
}

function requireKey(map: object, key: string, place: string): void {
  if (!Object.hasOwn(map, key)) throw new EditError(place, `"${key}" is not there; choose from ${Object.keys(map).join(', ')}`)
}

function keepOrFirst(map: object, key: string): string {
  return Object.hasOwn(map, key) ? key : Object.keys(map)[0]!
}

/** Places belong to a board; a new board starts without them. Supplies from other devices and what a wire is made of stay. */
function forgetPlaces(plan: Draft<Plan>): void {
  plan.assignment = {}
  plan.bans = {}
  plan.portSettings = {}
  for (const [wire, override] of Object.entries(plan.wires)) {
    delete override.pad
    delete override.locked
    if (!Object.keys(override).length) delete plan.wires[wire]
  }
  plan.supplies = Object.fromEntries(Object.entries(plan.supplies).filter(([, source]) => source.startsWith('output:')))
  plan.locks = Object.fromEntries(Object.entries(plan.locks).filter(([, place]) => place.startsWith('output:')))
}

function forgetDevice(plan: Draft<Plan>, device: string): void {
  for (const map of [plan.assignment, plan.supplies, plan.locks, plan.bans, plan.deviceSettings] as Record<string, unknown>[]) {
    for (const key of Object.keys(map)) if (splitKey(key)[0] === device) delete map[key]
  }
  for (const map of [plan.supplies, plan.locks]) {
    for (const [key, place] of Object.entries(map)) if (place.startsWith(`output:${device}/`)) delete map[key]
  }
  for (const map of [plan.wires, plan.built] as Record<string, unknown>[]) {
    for (const wire of Object.keys(map)) if (wire.startsWith(`${device}.`)) delete map[wire]
  }
  delete plan.placement[device]
  delete plan.layout[device]
}
