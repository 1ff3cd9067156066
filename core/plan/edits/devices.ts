import type { DeviceDefinition, ProtocolDefinition } from '../../catalogue'
import { batteryId, boardId } from '../parts'
import type { DeviceInstance, Priority } from '../plan'
import { forgetParts } from '../references'
import { deviceOf, EditError, requireKey, type EditGroup } from './kind'

export interface DeviceEdits {
  'device.add': { device: DeviceInstance; definition: DeviceDefinition; protocols: ProtocolDefinition[] }
  'device.remove': { device: string }
  'device.rename': { device: string; name: string }
  'device.priority': { device: string; priority: Priority }
  'device.variant': { device: string; variant: string }
  'device.note': { device: string; note: string }
  /** Moves a device in the order of the fit-out: before another, or to the end. */
  'device.move': { device: string; before: string | null }
}

/** The fit-out. */
export const deviceEdits: EditGroup<DeviceEdits> = {
  'device.add': {
    apply: (plan, { device, definition, protocols }) => {
      if (plan.devices.some(({ id }) => id === device.id)) {
        throw new EditError(`devices.${device.id}`, 'a device with this id is in the fit-out already')
      }
      if (device.id === boardId || device.id === batteryId || plan.joints[device.id])
        throw new EditError(`devices.${device.id}`, 'this id is taken')
      if (device.definition !== definition.id) {
        throw new EditError(`devices.${device.id}`, `says definition "${device.definition}" but brings "${definition.id}"`)
      }
      requireKey(definition.variants, device.variant, `devices.${device.id}.variant`)
      plan.definitions.devices[definition.id] ??= definition
      for (const protocol of protocols) plan.definitions.protocols[protocol.id] ??= protocol
      plan.devices.push(device)
    },
    words: ({ device }) => `Add ${device.name}`,
    shape: ({ joi, deviceInstance, device, protocol }) => ({
      device: deviceInstance.required(),
      definition: device.required(),
      protocols: joi.array().items(protocol).max(40).required(),
    }),
  },
  'device.remove': {
    apply: (plan, { device }) => {
      const { definition } = deviceOf(plan, device)
      plan.devices = plan.devices.filter(({ id }) => id !== device)
      if (!plan.devices.some((left) => left.definition === definition)) delete plan.definitions.devices[definition]
      forgetParts(plan, [device])
    },
    words: ({ device }, names) => `Remove ${names.device(device)}`,
    shape: ({ part }) => ({ device: part.required() }),
  },
  'device.rename': {
    apply: (plan, { device, name }) => {
      if (!name.trim()) throw new EditError(`devices.${device}.name`, 'a device needs a name')
      deviceOf(plan, device).name = name.trim()
    },
    words: ({ device, name }, names) => `Rename ${names.device(device)} to ${name}`,
    shape: ({ part, name }) => ({ device: part.required(), name: name.required() }),
  },
  'device.priority': {
    apply: (plan, { device, priority }) => void (deviceOf(plan, device).priority = priority),
    words: ({ device, priority }, names) => `${names.device(device)}: ${priority === 'must' ? 'must' : `wish ${priority}`}`,
    shape: ({ joi, part }) => ({ device: part.required(), priority: joi.valid('must', 1, 2, 3).required() }),
  },
  'device.variant': {
    apply: (plan, { device, variant }) => {
      const instance = deviceOf(plan, device)
      requireKey(plan.definitions.devices[instance.definition]!.variants, variant, `devices.${device}.variant`)
      instance.variant = variant
    },
    words: ({ device, variant }, names) => `${names.device(device)}: ${names.variant(device, variant)}`,
    shape: ({ part, id }) => ({ device: part.required(), variant: id.required() }),
  },
  'device.note': {
    apply: (plan, { device, note }) => {
      const instance = deviceOf(plan, device)
      if (note) instance.note = note
      else delete instance.note
    },
    words: ({ device }, names) => `Note on ${names.device(device)}`,
    shape: ({ part, prose }) => ({ device: part.required(), note: prose.required() }),
  },
  'device.move': {
    apply: (plan, { device, before }) => {
      const moved = deviceOf(plan, device)
      if (before !== null) deviceOf(plan, before)
      if (before === device) return
      const rest = plan.devices.filter(({ id }) => id !== device)
      const at = before === null ? rest.length : rest.findIndex(({ id }) => id === before)
      rest.splice(at, 0, moved)
      plan.devices = rest
    },
    words: ({ device }, names) => `Move ${names.device(device)} in the list`,
    shape: ({ part }) => ({ device: part.required(), before: part.allow(null).required() }),
  },
}
