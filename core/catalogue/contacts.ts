import type { Amps } from '../units'

/** What a kind of connector bears: amperes through one contact, and wires in one. */
export interface ContactLimit {
  amps: Amps
  wires: number
}

/**
 * Connectors by the beginning of their names, with the figures that their makers' data sheets agree
 * on: crimped contacts take one wire. Others, as solder pads and loose leads, have no figure.
 */
const known: [pattern: RegExp, limit: ContactLimit][] = [
  [/^JST-SH\b/, { amps: 1, wires: 1 }],
  [/^JST-GH\b/, { amps: 1, wires: 1 }],
  [/^JST-(XH|EH)\b/, { amps: 3, wires: 1 }],
  [/^JST-PH\b/, { amps: 2, wires: 1 }],
  [/^0\.1 in\b/, { amps: 3, wires: 1 }],
  [/^servo plug\b/, { amps: 5, wires: 1 }],
  [/^3\.5 mm bullet\b/, { amps: 40, wires: 1 }],
  // Its cups are soldered, and hold a thin lead beside the thick one.
  [/^battery plug\b/, { amps: 90, wires: 2 }],
  // Joints of the harness: four wires in a splice, which bears what they do; ten joined pins; a lead with three plugs.
  [/^Splice\b/, { amps: Infinity, wires: 4 }],
  [/^Pin rail\b/, { amps: 3, wires: 10 }],
  [/^Y-lead\b/, { amps: 3, wires: 3 }],
]

/** What a contact of a connector bears, if the kind is known. */
export function contactLimit(type: string | undefined): ContactLimit | undefined {
  return known.find(([pattern]) => type !== undefined && pattern.test(type))?.[1]
}
