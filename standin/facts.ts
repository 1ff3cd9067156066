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
    ports: ports.map(({ id: portId, label, number, kind, minBaud, maxBaud, halfDuplex, tx, rx }) => ({
      id: portId,
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
    pads: pads.map(({ id: padId, pin, output }) => {
      const functions = pins.find(({ id: of }) => of === pin)?.functions ?? []
      return {
        id: padId,
        pin,
        uses: functions.map(({ as }) => as),
        timer: functions.find(({ as }) => as === 'pulse')?.of,
        output,
      }
    }),
    functions: Object.fromEntries(Object.entries(protocols).map(([of, protocol]) => [of, protocol.function])),
    exclusions,
  }
}
