import type { DeviceDefinition, ProtocolDefinition } from '../catalogue'
import type { Baud } from '../units'
import { linkLoad, messagesUnder } from './format'
import { agreedValues } from './values'

/** How full a part's messages make a line at one of the rates that it can be set to. */
export interface PartBudget {
  /** Its need, and what it is called. */
  need: string
  label: string
  protocol: string
  baud: Baud
  /** The rate that it ships at. */
  isDefault: boolean
  /** Share of the line in its fuller direction, on one wire both together; 1 is full. */
  load: number
  /** On that line both directions share one wire. */
  oneWire: boolean
}

/**
 * What a part's messages come to, whatever port it will be on: for each of its serial needs, each way of speaking and each rate.
 * Format and wires are those that both ends agree on. Half-typed rates are left out.
 */
export function partBudgets(
  { needs }: Pick<DeviceDefinition, 'needs'>,
  protocols: Readonly<Record<string, ProtocolDefinition>>,
): PartBudget[] {
  return Object.entries(needs).flatMap(([id, need]) => {
    if (need.kind !== 'serial' || !need.messages.length) return []
    return need.options.flatMap((option) => {
      const messages = messagesUnder(need.messages, option.protocol)
      return option.bauds
        .filter((baud) => baud > 0)
        .map((baud) => {
          const { protocol, format, halfDuplex } = agreedValues({ protocols }, option, baud)
          return {
            need: id,
            label: need.label,
            protocol,
            baud,
            isDefault: baud === option.default,
            load: linkLoad(messages, format, baud, halfDuplex),
            oneWire: halfDuplex,
          }
        })
    })
  })
}
