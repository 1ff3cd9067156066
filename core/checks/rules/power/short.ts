import { groundOfBoard } from '../../../electrics'
import type { Wire } from '../../../harness'
import { batteryGround, type Subject } from '../../../plan'
import { formatVolts } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { makersOn } from '../../makers'
import { natureOf, unlikeEnds } from '../../natures'
import { aboutWire, endWords, causedBy, wireBack } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const nets = new Map<string, Wire[]>()
  for (const wire of context.circuit.wires) {
    const net = context.circuit.netOf(wire)
    nets.set(net, [...(nets.get(net) ?? []), wire])
  }
  for (const [net, wires] of nets) yield* inNet(context, net, wires)
}

function* inNet(context: CheckContext, net: string, wires: Wire[]): Iterable<Report> {
  const natures = new Set(wires.flatMap(({ from, to }) => [natureOf(context, from), natureOf(context, to)]))
  if (!natures.has('ground') || !natures.has('supply')) return
  const joining = wires.flatMap((wire) => {
    const ends = unlikeEnds(context, wire, 'ground')
    return ends?.with === 'supply' ? [{ wire, ...ends }] : []
  })
  const consequence = words(context, net)
  for (const { wire, end, other } of joining) {
    yield {
      ...consequence,
      subjects: [...aboutWire(wire), ...consequence.subjects],
      fact: `${wire.number} joins ${endWords(context, end)} with ${endWords(context, other)}${consequence.fact}`,
      fixes: wireBack(context, wire),
      ...causedBy(context, wire),
    }
  }
  if (joining.length) return
  // No one wire does it: they meet on a signal point between.
  const meeting = wires.filter((wire) => natureOf(context, wire.from) !== natureOf(context, wire.to))
  yield {
    ...consequence,
    subjects: [...new Set([...meeting.flatMap(aboutWire), ...consequence.subjects])],
    fact: `${meeting.map(({ number }) => number).join(' and ')} join a ground with a supply${consequence.fact}`,
    fixes: meeting.flatMap((wire) => wireBack(context, wire)),
    ...causedBy(context, ...meeting),
  }
}

/** What it comes to. */
function words(context: CheckContext, net: string): { severity: 'stop' | 'fix'; subjects: Subject[]; fact: string } {
  const { circuit } = context
  const [source] = makersOn(context, net)
  if (!source) return { severity: 'fix', subjects: [], fact: '' }
  const shorted = [groundOfBoard, batteryGround].some((point) => circuit.net(point) === net)
  const fact = shorted
    ? `: ${source.label} is shorted to ground`
    : `, on which ${source.label} gives ${formatVolts(source.max)}: what is meant for ground stands at that`
  return { severity: 'stop', subjects: [source.place], fact }
}

export const short: Rule = {
  meta: {
    id: 'PWR-13',
    family: 'power',
    severity: 'stop',
    title: 'No supply joined to ground',
    why: 'A short draws what the battery can give: wires glow, pads burn off, a pack may catch fire at the moment it is plugged in.',
    reads: ['wires', 'pads', 'terminals'],
  },
  check,
}
