import type { CharacterFormat } from './device'
import type { definitionSchemas } from './upgrade'

/** A wire protocol: what a port is set to so that it speaks it. */
export interface ProtocolDefinition {
  kind: 'protocol'
  schema: typeof definitionSchemas.protocol
  id: string
  name: string
  summary: string
  /** The port function as a user would read it. */
  function: string
  format: CharacterFormat
  inverted: boolean
  halfDuplex: boolean
  /** Board-wide feature that has to be on as well. */
  feature?: string
  /** What comes over it is a record, which the board can keep in its own memory as well. */
  recorded: boolean
  /** Control channels that it carries, of a protocol that a receiver speaks and the product does not. */
  channels?: number
  /** The port function and its feature where the board sends what it otherwise takes in. */
  outward?: { function: string; feature?: string }
}
