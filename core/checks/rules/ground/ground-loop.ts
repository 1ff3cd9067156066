import { pointOf, type Wire } from '../../../harness'
import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { sidesOf, type GroundSide } from '../../grounds'
import { endWords } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  for (const fitted of context.resolved.devices) {
    for (const side of sidesOf(fitted)) {
      const grounds = context.wires.filter(
        (wire) =>
          wire.kind === 'ground' && wire.from.device === fitted.id && side.grounds.includes(wire.from.point) && !wire.omitted,
      )
      const spare = grounds.filter((wire) => isSpare(context, side, wire))
      if (new Set(grounds.map(({ to }) => pointOf(to))).size < 2 || !spare.length) continue
      const owners = new Set(grounds.map(({ to }) => to.device ?? 'board'))
      const ways = grounds.map((wire) => `${wire.number} at ${endWords(context, wire.to)}`)
      yield {
        severity: owners.size > 1 ? 'weigh' : 'note',
        subjects: [referTo('device', fitted.id), ...grounds.map((wire) => referTo('wire', wire.id))],
        fact: `${nameOf(fitted)} has ${grounds.length} ways to ground: ${ways.join(', ')}`,
        fixes: spare.map((wire) => ({
          label: `Leave ${wire.number} off`,
          edit: { type: 'wire.set', wire: wire.id, set: { omitted: true } },
        })),
      }
    }
  }
}

/**
 * A ground wire that brings back no supply of its own and runs beside no signal of its lead: without
 * it the part still has its ground, where its current returns. That of an ESC's signal lead, say, is
 * no spare one.
 */
function isSpare({ resolved, wires }: CheckContext, { fitted }: GroundSide, wire: Wire): boolean {
  const { point } = wire.from
  if (resolved.supplies.some(({ fitted: owner, supply }) => owner === fitted && supply.ground === point)) return false
  if (fitted.device.outputs.some(({ ground }) => ground === point)) return false
  const lead = fitted.device.connectors.find(({ pins }) => pins.includes(point))
  return !wires.some(
    ({ kind, omitted, from }) => !omitted && kind !== 'ground' && from.device === fitted.id && lead?.pins.includes(from.point),
  )
}

export const groundLoop: Rule = {
  meta: {
    id: 'GND-04',
    family: 'ground',
    severity: 'note',
    title: 'Two ways to ground',
    why: 'Two ground wires of one device to unlike points make a loop that picks up motor current; bring both to one point, or fit one of them.',
    reads: ['wires', 'terminals'],
  },
  check,
}
