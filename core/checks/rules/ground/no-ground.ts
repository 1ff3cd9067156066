import { groundOfBoard } from '../../../electrics'
import { wireId, wiresOf, type Wire } from '../../../harness'
import { batteryGround, batteryId, boardGround, boardId, referTo, resolvePlan } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { groundWire, isGrounded, sidesOf, sideWords, type GroundSide } from '../../grounds'
import type { Fix } from '../../finding'
import { isByHand, isParted } from '../../joins'
import { causedBy, fitWire, wireBack } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* ofBoard(context)
  for (const fitted of context.resolved.devices) {
    const sides = sidesOf(fitted)
    for (const side of sides) {
      const live = liveWires(context, side)
      if (!live.length || isGrounded(context, side)) continue
      const otherwise = sides.some((other) => other !== side && isGrounded(context, other))
      yield* missing(context, side, live, otherwise)
    }
  }
}

/** Wires at a side that carry something. */
function liveWires({ wires }: CheckContext, { fitted, terminals, grounds }: GroundSide) {
  const carries = (point: string) => terminals.includes(point) && !grounds.includes(point)
  return wires.filter(
    ({ omitted, from, to }) => !omitted && [from, to].some(({ device, point }) => device === fitted.id && carries(point)),
  )
}

function* missing(context: CheckContext, side: GroundSide, live: Wire[], otherwise: boolean): Iterable<Report> {
  const { fitted, grounds } = side
  const own = context.wires.filter(({ from }) => from.device === fitted.id && grounds.includes(from.point))
  // What was led to a part that is not wired at all is what is wrong with it.
  const strangers = own.length ? [] : live.filter((wire) => isByHand(context, wire))
  const mends = backInPlace(context, [...own, ...strangers])
  const consequence = otherwise ? '; what it has there works against the other side' : ''
  yield {
    severity: otherwise ? 'fix' : 'stop',
    subjects: [referTo('device', fitted.id), ...[...own, ...strangers].map(({ id }) => referTo('wire', id))],
    fact: `${nameOf(fitted)} has no way to ground${sideWords(side)}, though ${live.length} of its other wires ${live.length === 1 ? 'is' : 'are'} fitted${consequence}`,
    fixes: mends.length ? mends : groundWire(context, side),
    ...causedBy(context, ...own, ...strangers),
  }
}

/** Each wire fitted, or led where it belongs; where there are several, all at once too. */
function backInPlace(context: CheckContext, wires: Wire[]): Fix[] {
  const each = wires.flatMap((wire) => (wire.omitted ? [fitWire(wire)] : wireBack(context, wire)))
  if (each.length < 2) return each
  const label = `Put ${wires.map(({ number }) => number).join(' and ')} where they belong`
  return [...each, { label, edit: { type: 'several', label, edits: each.map(({ edit }) => edit) } }]
}

/** The board against the battery, where any wires lead from one to the other, through whatever parts. */
function* ofBoard(context: CheckContext): Iterable<Report> {
  const { circuit, resolved, wires } = context
  if (circuit.connected(groundOfBoard, batteryGround) || !circuit.joins(batteryId, boardId)) return
  const isOwn = ({ id }: Wire) => resolved.board.rails.some((rail) => id === wireId(boardId, boardGround(rail.id)))
  // On its way back to the battery the current of the board may go through other parts.
  const fitted = wires.filter(({ omitted }) => !omitted)
  const leads = (wire: Wire) => wire.omitted && !isParted(context, [...fitted, wire], groundOfBoard, batteryGround)
  const ledBack = wiresOf(resolvePlan({ ...resolved.plan, wires: {} }))
  // Put back where it belongs, it would lead there.
  const wouldLead = ({ id }: Wire) => {
    const back = ledBack.find((wire) => wire.id === id)
    const others = fitted.filter((wire) => wire.id !== id)
    return !!back && !isParted(context, [...others, back], groundOfBoard, batteryGround)
  }
  const astray = wires.filter(
    (wire) =>
      wire.kind === 'ground' &&
      (wire.main ? wire.omitted || isByHand(context, wire) : leads(wire) || (isByHand(context, wire) && wouldLead(wire))),
  )
  const own = astray.length ? astray : wires.filter(isOwn)
  yield {
    subjects: own.map(({ id }) => referTo('wire', id)),
    fact: `the ground of ${resolved.board.name} does not lead to the battery’s`,
    fixes: backInPlace(context, own),
    ...causedBy(context, ...own),
  }
}

export const noGround: Rule = {
  meta: {
    id: 'GND-01',
    family: 'ground',
    severity: 'stop',
    title: 'No ground',
    why: 'Without a return the supply current looks for another way, through signal pins that are not made for it. A part with parted sides needs the ground of each: without that of its logic side there is a picture, and no text on it.',
    reads: ['wires', 'terminals'],
  },
  check,
}
