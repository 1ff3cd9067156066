import type { Contradiction, DeviceDefinition, ProtocolDefinition } from '../catalogue'
import { protocolOf } from './registry'

/** Where a definition says otherwise what is on the line of a protocol that the product speaks. */
export function protocolContradictions(definition: ProtocolDefinition): Contradiction[] {
  const known = protocolOf(definition.id)
  if (!known) return []
  return (['format', 'inverted', 'halfDuplex'] as const).flatMap((place) =>
    definition[place] === known.line[place]
      ? []
      : [{ place, message: `${known.name} has ${String(known.line[place])} on its line; another protocol needs another id` }],
  )
}

/** Messages of a device that a protocol which the product speaks has with another size: its load is reckoned with what stands here. */
export function messagesUnlike(device: Pick<DeviceDefinition, 'needs'>): Contradiction[] {
  return Object.entries(device.needs).flatMap(([id, need]) =>
    need.kind !== 'serial'
      ? []
      : need.messages.flatMap(({ name, bytes, protocol = need.options[0]?.protocol ?? '' }, at) => {
          const known = protocolOf(protocol)
          const usual = known?.messages.find((each) => each.name === name)
          const size = usual && usual.bytes.replaceAll(' ', '').length / 2
          if (size === undefined || size === bytes) return []
          const message = `“${name}” of ${known!.name} has ${size} bytes`
          return [{ place: `needs.${id}.messages[${at}].bytes`, message }]
        }),
  )
}
