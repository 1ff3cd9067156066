import type { Board, ProtocolDefinition } from '#core/catalogue'
import type { BoardFacts } from './board'

/** What the stand-in goes by, from the definition of the board that it plays. */
export function factsOf(
  { id, name, firmware, ports, pins, timers, exclusions }: Board,
  protocols: Record<string, ProtocolDefinition> = {},
): BoardFacts {
  return {
    id,
    name,
    firmware,
    ports: ports.map(({ label, number, kind, minBaud, maxBaud, halfDuplex, tx, rx }) => ({
      label,
      number,
      kind,
      minBaud,
      maxBaud,
      halfDuplex,
      inverts: [tx, rx].some((line) => line !== undefined && line.inverter !== 'none'),
    })),
    holders: Object.fromEntries(pins.flatMap((pin) => (pin.default ? [[pin.id, pin.default.feature]] : []))),
    timers: timers.map((timer) => timer.id),
    functions: Object.fromEntries(Object.entries(protocols).map(([of, protocol]) => [of, protocol.function])),
    exclusions: exclusions.map(({ features }) => features),
  }
}
