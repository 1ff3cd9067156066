import type { Board, ProtocolDefinition } from '#core/catalogue'
import type { BoardFacts } from './board'

/** What the stand-in goes by, from the definition of the board that it plays. */
export function factsOf(
  { id, name, firmware, ports, pins, pads, timers, exclusions }: Board,
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
    pads: Object.fromEntries(
      pads.flatMap(({ id: padId, pin, output }) => {
        const functions = pins.find(({ id: of }) => of === pin)?.functions ?? []
        const timer = functions.find(({ as }) => as === 'pulse')?.of
        return functions.length ? [[padId, { uses: functions.map(({ as }) => as), timer, output }]] : []
      }),
    ),
    functions: Object.fromEntries(Object.entries(protocols).map(([of, protocol]) => [of, protocol.function])),
    exclusions: exclusions.map(({ features }) => features),
  }
}
