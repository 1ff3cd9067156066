import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff } from '../../places'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { plan, board } = resolved
  for (const need of resolved.needs) {
    const place = plan.assignment[need.key]?.place
    if (!place?.startsWith('port:')) continue
    const port = resolved.port(place.slice('port:'.length))
    const hidden = port ? [port.tx, port.rx].filter((line) => line && !resolved.padsOfPin(line.pin).length).length : 2
    if (port && hidden < [port.tx, port.rx].filter(Boolean).length) continue
    const label = plan.definitions.boards[board.id]?.ports[place.slice('port:'.length)]?.label ?? place
    yield {
      subjects: [...aboutNeed(need), place],
      fact: `${needName(need)} is on ${label}, which ${board.name} rev ${board.revision} does not bring out`,
      fixes: [keepOff(need, place, label)],
    }
  }
}

export const broughtOut: Rule = {
  meta: {
    id: 'SER-15',
    family: 'serial',
    severity: 'fix',
    title: 'Port brought out on this revision',
    why: 'A board that has a port on paper may not bring it out to pads on every revision. There is then nothing to solder to.',
    reads: ['assignment', 'board revision', 'pads'],
  },
  check,
}
