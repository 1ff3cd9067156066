import { definitionSchemas } from '../upgrade'
import { characterFormat, count, head, label } from './common'
import { byDefault, flag, group, optional, word } from './field'

/** What a protocol file holds: what a port is set to so that it speaks it. */
export const protocolFields = {
  kind: word('protocol'),
  schema: word(definitionSchemas.protocol),
  id: head.id,
  name: head.name,
  summary: head.summary,
  /** The port function as a user would read it. */
  function: label,
  format: byDefault(characterFormat, '8N1'),
  inverted: byDefault(flag(), false),
  halfDuplex: byDefault(flag(), false),
  /** Board-wide feature that has to be on as well. */
  feature: optional(label),
  /** What comes over it is a record, which the board can keep in its own memory as well. */
  recorded: byDefault(flag(), false),
  /** Control channels that it carries, of a protocol that a receiver speaks and the product does not. */
  channels: optional(count(1, 64)),
  /** The port function and its feature where the board sends what it otherwise takes in. */
  outward: optional(group({ function: label, feature: optional(label) })),
}
