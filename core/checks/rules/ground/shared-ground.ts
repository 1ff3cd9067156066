import { groundOfBoard } from '../../../electrics'
import type { WireEnd } from '../../../harness'
import { referTo, terminalPoint } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { isByHand } from '../../joins'
import { groundWire, isGrounded, sidesOf } from '../../grounds'
import { causedBy, fitWire, wireBack } from '../../reports'

/** The ground that a signal at a wire's end is measured against; undefined where a part has none. */
function groundAt({ resolved }: CheckContext, { device, point }: WireEnd): string | undefined {
  if (device === undefined) return groundOfBoard
  const sides = sidesOf(resolved.device(device)!)
  const side = sides.find(({ terminals }) => terminals.includes(point)) ?? sides[0]
  return side && terminalPoint(device, side.grounds[0]!)
}

/** A ground for the part at a wire's end that has none. */
function missingGround(context: CheckContext, { device, point }: WireEnd): Fix[] {
  const fitted = device === undefined ? undefined : context.resolved.device(device)
  if (!fitted || Object.hasOwn(context.resolved.plan.joints, fitted.id)) return []
  const sides = sidesOf(fitted)
  const side = sides.find(({ terminals }) => terminals.includes(point)) ?? sides[0]
  return side && !isGrounded(context, side) ? groundWire(context, side) : []
}

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, wires, through, circuit, name } = context
  const told = new Set<string>()
  for (const wire of through) {
    if (wire.kind === 'ground' || wire.kind === 'supply') continue
    const [near, far] = [groundAt(context, wire.from), groundAt(context, wire.to)]
    const pair = `${near} ${far}`
    if (near === undefined || far === undefined || told.has(pair) || circuit.connected(near, far)) continue
    told.add(pair)
    const fitted = resolved.device(wire.from.device!)!
    // A ground that was led elsewhere is what is wrong, and not the signal.
    const moved = wires.filter(
      (ground) =>
        ground.kind === 'ground' &&
        !ground.omitted &&
        [wire.from.device, wire.to.device].includes(ground.from.device) &&
        isByHand(context, ground),
    )
    const left = wires.find((ground) => ground.kind === 'ground' && ground.omitted && ground.from.device === fitted.id)
    yield {
      subjects: [referTo('wire', wire.id), referTo('device', fitted.id)],
      fact: `${wire.number} carries ${wire.kind === 'video' ? 'the picture' : 'a signal'} between ${nameOf(fitted)} and ${wire.to.device ? name(wire.to.device) : resolved.board.name}, which share no ground`,
      fixes: left
        ? [fitWire(left)]
        : moved.length
          ? moved.flatMap((ground) => wireBack(context, ground))
          : [wire.from, wire.to].flatMap((end) => missingGround(context, end)),
      ...causedBy(context, ...(moved.length ? moved : [wire])),
    }
  }
}

export const sharedGround: Rule = {
  meta: {
    id: 'GND-02',
    family: 'ground',
    severity: 'fix',
    title: 'Both ends of a signal share a ground',
    why: 'A level means something only against a common ground. This is the commonest cause of a picture without text and of garbled data.',
    reads: ['wires', 'terminals'],
  },
  check,
}
