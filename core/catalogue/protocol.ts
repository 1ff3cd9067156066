import type { PartOf } from './fields/field'
import type { protocolFields } from './fields/protocol'

/** A wire protocol as it is written down: what a port is set to so that it speaks it. */
export interface ProtocolDefinition extends PartOf<typeof protocolFields> {
  kind: 'protocol'
}
