import type { WireEnd } from '../../../harness'
import { formatVolts, type Volts } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { makersOn } from '../../makers'
import { natureOf, unlikeEnds } from '../../natures'
import { aboutWire, endWords, wireBack, causedBy } from '../../reports'

/** What a signal point bears, and whether it drives. */
function pointAt({ resolved, terminal }: CheckContext, { device, point }: WireEnd): { bears?: Volts; drives: boolean } {
  if (device === undefined) {
    const pin = resolved.pin(resolved.pad(point)?.pin ?? '')
    return { bears: pin?.maxIn, drives: true }
  }
  const found = terminal(device, point)
  const drives = found?.direction === 'out' || found?.direction === 'both'
  return { bears: found?.maxIn ?? (drives ? found.high : undefined), drives }
}

/** Volts up to which a point measures what it hangs on; none where it is made for signals. */
function senses({ resolved }: CheckContext, { device, point }: WireEnd): Volts {
  if (device === undefined) {
    const pin = resolved.pin(resolved.pad(point)?.pin ?? '')
    return Math.max(
      -Infinity,
      ...(pin?.functions ?? []).flatMap((use) => ('max' in use && use.as === 'analog' ? [use.max ?? -Infinity] : [])),
    )
  }
  const pad = resolved.device(device)?.device.pads.find(({ terminal, measures }) => terminal === point && measures === 'voltage')
  return pad?.max ?? -Infinity
}

/** Signal points that wires of a net end at. */
function pointsIn(context: CheckContext, net: string): WireEnd[] {
  const ends = context.circuit.wires.flatMap((wire) => (context.circuit.netOf(wire) === net ? [wire.from, wire.to] : []))
  return ends.filter((end) => natureOf(context, end) === 'signal')
}

function* check(context: CheckContext): Iterable<Report> {
  const { circuit } = context
  for (const wire of context.wires) {
    const ends = wire.omitted ? undefined : unlikeEnds(context, wire, 'signal')
    if (!ends) continue
    const net = circuit.netOf(wire)
    const volts = makersOn(context, net)[0]?.max ?? 0
    const points = pointsIn(context, net)
    // What is made to measure a supply may hang on one, as long as it bears it, and nothing else is on that line.
    if (ends.with === 'supply' && points.every((point) => senses(context, point) >= volts)) continue
    const { bears } = pointAt(context, ends.end)
    const burns = points
      .map((point) => pointAt(context, point))
      .some((point) => (point.bears ?? Infinity) < volts || (point.drives && volts > 0))
    const held = ends.with === 'ground' ? 'to ground' : volts ? `at ${formatVolts(volts)}` : 'at a supply that nothing feeds'
    const limit = bears !== undefined && volts > bears ? `, and it accepts up to ${formatVolts(bears)}` : ''
    yield {
      severity: burns ? 'stop' : 'fix',
      subjects: aboutWire(wire),
      fact: `${wire.number} holds ${endWords(context, ends.end)} ${held}, at ${endWords(context, ends.other)}${limit}`,
      fixes: wireBack(context, wire),
      ...causedBy(context, wire),
    }
  }
}

export const heldSignal: Rule = {
  meta: {
    id: 'LVL-03',
    family: 'level',
    severity: 'stop',
    title: 'No signal tied to a supply or to ground',
    why: 'A signal line on a supply carries nothing, and what drives it works against the whole battery: it burns, often with the controller behind it.',
    reads: ['wires', 'pads', 'terminals', 'supplies'],
  },
  check,
}
