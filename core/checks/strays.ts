import { memo } from '../memo'
import type { Wire } from '../harness'
import { endAt, videoChain, wireId } from '../harness'
import { padPoint, terminalPoint, type FittedNeed } from '../plan'
import { wiredNeeds } from './wired-needs'
import type { CheckContext } from './context'
import { endWords, padName } from './reports'

/** A terminal of a need that the wires do not lead where the need has its place. */
export interface Stray {
  need: FittedNeed
  terminal: string
  /** Where it should lead, in words. */
  wanted: string
  /** Its wire, if there is one at all. */
  wire?: Wire
}

/** All terminals of placed needs, and of the video chain, that the wires do not connect with what they are for. */
export const straysOf = memo((context: CheckContext): Stray[] => [...placedStrays(context), ...videoStrays(context)])

function* placedStrays(context: CheckContext): Iterable<Stray> {
  const { resolved, circuit, wires } = context
  for (const { need, wired } of wiredNeeds(context)) {
    const point = terminalPoint(need.fitted.id, wired.terminal)
    if (circuit.connected(point, 'pin' in wired ? `pin:${wired.pin}` : wired.point)) continue
    const end = 'pin' in wired ? undefined : endAt(resolved, wired.point)
    if (!('pin' in wired) && !end) continue
    const wire = wires.find(({ id }) => id === wireId(need.fitted.id, wired.terminal))
    yield {
      need,
      terminal: wired.terminal,
      wanted: 'pin' in wired ? `pad ${padName(resolved, wired.pin)}` : endWords(context, end!),
      wire,
    }
  }
}

function* videoStrays({ resolved, circuit, wires, name }: CheckContext): Iterable<Stray> {
  for (const { from, to } of videoChain(resolved)) {
    const points = [from, to].map((end) => ('pad' in end ? padPoint(end.pad.id) : terminalPoint(end.device.id, end.terminal)))
    if (circuit.connected(points[0]!, points[1]!)) continue
    const [near, far] = 'device' in from ? [from, to] : [to, from]
    if (!('device' in near)) continue
    const need = resolved.needs.find(
      (each) => each.fitted === near.device && each.need.kind === 'video' && each.need.terminal === near.terminal,
    )
    const wire = wires.find(({ id }) => id === wireId(near.device.id, near.terminal))
    const label = (device: string, terminal: string) =>
      resolved.device(device)?.device.terminals.find(({ id }) => id === terminal)?.label ?? terminal
    const wanted = 'pad' in far ? `pad ${far.pad.label}` : `${label(far.device.id, far.terminal)} of ${name(far.device.id)}`
    if (need) yield { need, terminal: near.terminal, wanted, wire }
  }
}

/** The label of a stray's terminal. */
export function terminalLabel({ need, terminal }: Stray): string {
  return need.fitted.device.terminals.find(({ id }) => id === terminal)?.label ?? terminal
}
