import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved, wires, name }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    const grounds = wires.filter((wire) => wire.kind === 'ground' && wire.from.device === fitted.id && !wire.omitted)
    const points = new Set(grounds.map(({ to }) => `${to.device ?? 'board'} ${to.point}`))
    const owners = new Set(grounds.map(({ to }) => to.device ?? 'board'))
    if (points.size < 2 || grounds.length < 2) continue
    const ways = grounds.map(({ number, to }) => `${number} at ${to.device ? name(to.device) : 'pad'} ${to.label} (${to.point})`)
    yield {
      severity: owners.size > 1 ? 'weigh' : 'note',
      subjects: [referTo('device', fitted.id), ...grounds.map((wire) => referTo('wire', wire.id))],
      fact: `${nameOf(fitted)} has ${grounds.length} ways to ground: ${ways.join(', ')}`,
      fixes: grounds.slice(1).map((wire) => ({
        label: `Leave ${wire.number} off`,
        edit: { type: 'wire.set', wire: wire.id, set: { omitted: true } },
      })),
    }
  }
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
