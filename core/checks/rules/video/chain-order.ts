import type { VideoNeed } from '../../../catalogue'
import type { WireEnd } from '../../../harness'
import { videoDirection } from '../../../suitability'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { aboutWire, causedBy } from '../../reports'

/** Which way the picture goes at an end of a wire, and what the end is called. */
function endOf({ resolved }: CheckContext, { device, point, label }: WireEnd): { direction?: 'in' | 'out'; name: string } {
  const fitted = device === undefined ? undefined : resolved.device(device)
  if (!fitted) {
    const pin = resolved.pin(resolved.pad(point)?.pin ?? '')
    return { direction: videoDirection(pin), name: `${resolved.board.name} ${label}` }
  }
  const need = fitted.device.needs.find((need): need is VideoNeed => need.kind === 'video' && need.terminal === point)
  return { direction: need?.direction, name: `${nameOf(fitted)} ${label}` }
}

function* check(context: CheckContext): Iterable<Report> {
  for (const wire of context.through) {
    // A wire that was added takes nothing from the chain; where it joins two that drive, that is told as such.
    if (wire.kind !== 'video' || Object.hasOwn(context.resolved.plan.extras, wire.id)) continue
    const [near, far] = [endOf(context, wire.from), endOf(context, wire.to)]
    if (near.direction && far.direction && near.direction !== far.direction) continue
    yield {
      ...causedBy(context, wire),
      severity: near.direction === 'out' && far.direction === 'out' ? 'stop' : 'fix',
      subjects: aboutWire(wire),
      fact:
        near.direction === far.direction
          ? `${wire.number} joins two ${near.direction === 'in' ? 'inputs' : 'outputs'}: ${near.name} and ${far.name}`
          : `${wire.number} takes video to ${far.direction ? near.name : far.name}, which carries none`,
      fixes: context.resolved.plan.wires[wire.id]?.end
        ? [{ label: 'Wire it where it belongs', edit: { type: 'wire.set', wire: wire.id, unset: ['end'] } }]
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
