import type { Contradiction, ProtocolDefinition } from '../catalogue'
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
