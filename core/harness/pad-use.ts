import type { Board, Pad, PinUse } from '../catalogue'
import type { ResolvedPlan } from '../plan'
import type { Wire } from './wires'

/** What a pad serves, in a letter that also tells without colour. */
export const padLetters = {
  serial: { letter: 'S', word: 'serial' },
  pulse: { letter: 'P', word: 'pulses' },
  lights: { letter: 'L', word: 'LED data' },
  switch: { letter: 'W', word: 'switched' },
  analog: { letter: 'A', word: 'analog' },
  buzzer: { letter: 'B', word: 'buzzer' },
  bus: { letter: 'I', word: 'bus' },
  receiver: { letter: 'R', word: 'receiver' },
  video: { letter: 'V', word: 'video' },
  supply: { letter: '+', word: 'supply' },
  ground: { letter: '−', word: 'ground' },
} as const

export type PadUseKind = keyof typeof padLetters

/** What is soldered to a pad. */
export interface PadUse {
  kind: PadUseKind
  device: string
  wire: string
  need?: string
}

const kindOfNeed: Record<string, PadUseKind> = {
  serial: 'serial',
  pulse: 'pulse',
  'led-data': 'lights',
  switch: 'switch',
  analog: 'analog',
  buzzer: 'buzzer',
  i2c: 'bus',
  can: 'bus',
  'receiver-pulse': 'receiver',
  'receiver-parallel': 'receiver',
}

/** For each pad of the board that is used, what is soldered to it. */
export function padUseOf(resolved: ResolvedPlan, wires: Wire[]): Record<string, PadUse[]> {
  const uses: Record<string, PadUse[]> = {}
  for (const wire of wires) {
    for (const [near, far] of [
      [wire.from, wire.to],
      [wire.to, wire.from],
    ] as const) {
      if (near.device || wire.omitted) continue
      const need = wire.need === undefined ? undefined : resolved.need(wire.need)
      const kind = need ? (kindOfNeed[need.need.kind] ?? 'video') : wire.kind === 'signal' ? 'serial' : wire.kind
      uses[near.point] = [...(uses[near.point] ?? []), { kind, device: far.device ?? '', wire: wire.id, need: wire.need }]
    }
  }
  return uses
}

const useWords: Record<PinUse, string> = {
  'uart-tx': 'TX of',
  'uart-rx': 'RX of',
  pulse: 'pulses of',
  'led-data': 'LED data of',
  switch: 'switched output',
  analog: 'analog input',
  buzzer: 'buzzer driver',
  'i2c-sda': 'SDA of',
  'i2c-scl': 'SCL of',
  'can-h': 'high line of',
  'can-l': 'low line of',
  'receiver-pulse': 'single-wire receiver',
  'receiver-channel': 'receiver channel',
  'video-in': 'video in',
  'video-out': 'video out',
}

/** What a pad could serve on this board, in words, and which feature holds it by default. */
export function padAbilities(board: Board, pad: Pad): { can: string[]; heldBy?: string } {
  if (pad.kind === 'ground') return { can: ['ground'] }
  if (pad.kind === 'supply') return { can: [`supply ${board.rails.find((rail) => rail.id === pad.rail)?.label ?? ''}`.trim()] }
  const pin = board.pins.find((one) => one.id === pad.pin)
  const owners = [...board.ports, ...board.timers, ...board.i2c, ...board.can]
  const can = (pin?.functions ?? []).map(({ as, of, channel }) => {
    const owner = owners.find((one) => one.id === of)?.label ?? of
    return [useWords[as], owner, as === 'receiver-channel' ? channel : '']
      .filter((part) => part !== undefined && part !== '')
      .join(' ')
  })
  return { can, heldBy: pin?.default?.feature }
}
