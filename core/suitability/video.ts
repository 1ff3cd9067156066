import type { Pad, Pin } from '../catalogue'
import type { ResolvedPlan } from '../plan'

/** The way a picture goes at a pin, seen from the board; undefined when the pin carries none. */
export function videoDirection(pin: Pin | undefined): 'in' | 'out' | undefined {
  const use = pin?.functions.find(({ as }) => as === 'video-in' || as === 'video-out')?.as
  return use === undefined ? undefined : use === 'video-in' ? 'in' : 'out'
}

/** The pads of the board's own overlay chip, where both ways are brought out. */
export function videoPads({ board, padsOfPin }: ResolvedPlan): { in: Pad; out: Pad } | undefined {
  const padFor = (direction: 'in' | 'out') =>
    board.pins.filter((pin) => videoDirection(pin) === direction).flatMap((pin) => padsOfPin(pin.id))[0]
  const [input, output] = [padFor('in'), padFor('out')]
  return input && output ? { in: input, out: output } : undefined
}
