import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    const own = wires.filter((wire) => wire.from.device === fitted.id)
    const grounds = fitted.device.terminals.filter((terminal) => terminal.role === 'ground')
    const live = own.some((wire) => wire.kind !== 'ground' && !wire.omitted)
    if (!grounds.length || !live || own.some((wire) => wire.kind === 'ground' && !wire.omitted)) continue
    const left = own.find((wire) => wire.kind === 'ground')
    yield {
      subjects: [`device:${fitted.id}`, ...(left ? [`wire:${left.id}`] : [])],
      fact: `${nameOf(fitted)} has no ground wire, though ${own.filter((wire) => !wire.omitted).length} of its other wires are fitted`,
      fixes: left
        ? [{ label: `Fit ${left.number}`, edit: { type: 'wire.set', wire: left.id, override: { omitted: false } } }]
        : [],
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
