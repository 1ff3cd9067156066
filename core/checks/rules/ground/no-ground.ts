import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { fitWire } from '../../reports'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    const own = wires.filter((wire) => wire.from.device === fitted.id)
    const grounds = fitted.device.terminals.filter((terminal) => terminal.role === 'ground')
    const live = own.filter((wire) => wire.kind !== 'ground' && !wire.omitted)
    if (!grounds.length || !live.length || own.some((wire) => wire.kind === 'ground' && !wire.omitted)) continue
    const left = own.find((wire) => wire.kind === 'ground')
    yield {
      subjects: [referTo('device', fitted.id), ...(left ? [referTo('wire', left.id)] : [])],
      fact: `${nameOf(fitted)} has no ground wire, though ${live.length} of its other wires are fitted`,
      fixes: left ? [fitWire(left)] : [],
    }
  }
}

export const noGround: Rule = {
  meta: {
    id: 'GND-01',
    family: 'ground',
    severity: 'stop',
    title: 'No ground',
    why: 'Without a return the supply current looks for another way, through signal pins that are not made for it.',
    reads: ['wires', 'terminals'],
  },
  check,
}
