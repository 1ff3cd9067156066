import type { Frame } from './device'

/** A wire protocol: what a port is set to so that it speaks it. */
export interface ProtocolDefinition {
  kind: 'protocol'
  schema: 1
  id: string
  name: string
  summary: string
  /** The port function as a user would read it. */
  function: string
  frame: Frame
  inverted: boolean
  halfDuplex: boolean
  /** Carries the board's configuration. */
  configuration: boolean
  /** Board-wide feature that has to be on as well. */
  feature?: string
}
