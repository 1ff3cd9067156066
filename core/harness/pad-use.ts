import { needKind, needKinds, pinUses, type Board, type Pad, type PadMark } from '../catalogue'
import type { ResolvedPlan } from '../plan'
import type { Wire, WireKind } from './wires'

/** What stands on a supply or ground pad, and on one that serves something else than a need. */
const otherMarks = {
  supply: { letter: '+', word: 'supply', hue: 'supply' },
  ground: { letter: '−', word: 'ground', hue: 'ground' },
  signal: needKinds.serial.mark,
  video: needKinds.video.mark,
} as const satisfies Record<WireKind, PadMark | { letter: string; word: string; hue: 'supply' | 'ground' }>

/** What is written on a pad: letter, word and hue. */
export type Mark = { letter: string; word: string; hue: PadMark['hue'] | 'supply' | 'ground' }

/** The mark of a pad that nothing is soldered to; signal pads have none. */
export function plainMark(kind: Pad['kind']): Mark | undefined {
  return kind === 'signal' ? undefined : otherMarks[kind]
}

/** What is soldered to a pad. */
export interface PadUse {
  mark: Mark
  device: string
  wire: string
  need?: string
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
      const mark = need ? needKind(need.need).mark : otherMarks[wire.kind]
      uses[near.point] = [...(uses[near.point] ?? []), { mark, device: far.device ?? '', wire: wire.id, need: wire.need }]
    }
  }
  return uses
}

/** What a pad could serve on this board, in words, and which feature holds it by default. */
export function padAbilities(board: Board, pad: Pad): { can: string[]; heldBy?: string } {
  if (pad.kind === 'ground') return { can: ['ground'] }
  if (pad.kind === 'supply') return { can: [`supply ${board.rails.find((rail) => rail.id === pad.rail)?.label ?? ''}`.trim()] }
  const pin = board.pins.find(({ id }) => id === pad.pin)
  const owners = [...board.ports, ...board.timers, ...board.i2c, ...board.can]
  const can = (pin?.functions ?? []).map(({ as, of, channel }) => {
    const owner = owners.find((owner) => owner.id === of)?.label ?? of
    return [pinUses[as].words, owner, as === 'receiver-channel' ? channel : '']
      .filter((part) => part !== undefined && part !== '')
      .join(' ')
  })
  return { can, heldBy: pin?.default?.feature }
}
