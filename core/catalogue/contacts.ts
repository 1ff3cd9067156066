import type { contact } from './fields/common'
import type { ValueOf } from './fields/field'

export type Contact = ValueOf<typeof contact>

/** A connector as far as its contacts go: what it says of them itself counts, else what its kind is known for. */
export interface WithContacts {
  type: string
  contact?: Contact
}

/**
 * Kinds of connector with the figures that their makers' data sheets agree on, and the distance of contacts in mm:
 * crimped contacts take one wire. Others, as solder pads and loose leads, have no figure.
 */
export const connectorKinds: Record<string, Contact & { pitch?: number }> = {
  'JST-SH 1.0': { pitch: 1, amps: 1, wires: 1 },
  'JST-GH 1.25': { pitch: 1.25, amps: 1, wires: 1 },
  'JST-PH 2.0': { pitch: 2, amps: 2, wires: 1 },
  'JST-XH 2.5': { pitch: 2.5, amps: 3, wires: 1 },
  'JST-EH 2.5': { pitch: 2.5, amps: 3, wires: 1 },
  '0.1 in': { pitch: 2.54, amps: 3, wires: 1 },
  'servo plug': { pitch: 2.54, amps: 5, wires: 1 },
  '3.5 mm bullet': { amps: 40, wires: 1 },
}

/** The contacts of battery plugs: their cups are soldered, and hold a thin lead beside the thick one. */
export const batteryContact: Contact = { amps: 90, wires: 2 }

/** The kind in a type such as `JST-SH 1.0 ×4`: all before the number of contacts. */
const kindOf = (type: string) => type.replace(/\s*×\s*\d+$/, '').trim()

/** What a contact of a connector bears, if that is known. */
export function contactOf({ type, contact }: WithContacts): Contact | undefined {
  if (contact) return contact
  const kind = kindOf(type)
  return Object.hasOwn(connectorKinds, kind) ? connectorKinds[kind] : undefined
}
