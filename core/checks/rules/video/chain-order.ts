import type { VideoNeed } from '../../../catalogue'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  for (const wire of wires) {
    if (wire.kind !== 'video' || wire.omitted) continue
    const ends = [wire.from, wire.to].map((end) => {
      const fitted = end.device === undefined ? undefined : resolved.device(end.device)
      const need = fitted?.device.needs.find((one): one is VideoNeed => one.kind === 'video' && one.terminal === end.point)
      const use =
        end.device === undefined
          ? resolved.pin(resolved.pad(end.point)?.pin ?? '')?.functions.find(({ as }) => as === 'video-in' || as === 'video-out')
              ?.as
          : undefined
      return {
        direction: need?.direction ?? (use === 'video-in' ? 'in' : use === 'video-out' ? 'out' : undefined),
        name: `${fitted ? nameOf(fitted) : resolved.board.name} ${end.label}`,
      }
    })
    const [one, other] = ends
    if (!one || !other || (one.direction && other.direction && one.direction !== other.direction)) continue
    yield {
      subjects: [
        `wire:${wire.id}`,
        ...[wire.from.device, wire.to.device].filter((id) => id !== undefined).map((id) => `device:${id}`),
      ],
      fact:
        one.direction === other.direction
          ? `${wire.number} joins two ${one.direction === 'in' ? 'inputs' : 'outputs'}: ${one.name} and ${other.name}`
          : `${wire.number} takes video to ${other.direction ? one.name : other.name}, which carries none`,
      fixes: resolved.plan.wires[wire.id]?.pad
        ? [{ label: 'Wire it where it belongs', edit: { type: 'wire.set', wire: wire.id, override: null } }]
        : [],
    }
  }
}

export const chainOrder: Rule = {
  meta: {
    id: 'VID-01',
    family: 'video',
    severity: 'fix',
    title: 'Camera to overlay to transmitter',
    why: 'An overlay with its picture leads swapped passes nothing on: no picture and no text.',
    reads: ['video chain', 'wires'],
  },
  check,
}
