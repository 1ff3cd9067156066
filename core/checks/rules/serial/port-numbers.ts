import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved, links }: CheckContext): Iterable<Report> {
  const used = new Set(links.map(({ port }) => port))
  const ports = resolved.board.ports.filter((port) => used.has(port) && port.index !== port.number)
  if (!ports.length) return
  yield {
    subjects: ports.map((port) => referTo('port', port.id)),
    fact: `printed and firmware numbers differ: ${ports.map((port) => `${port.label} is ${port.number}`).join(', ')}; bridge steps take the firmware number`,
  }
}

export const portNumbers: Rule = {
  meta: {
    id: 'SER-18',
    family: 'serial',
    severity: 'note',
    title: 'Label, index and firmware number of a port',
    why: 'Commands that bridge a port to USB take the number the firmware counts by, which is often one less than what is printed. The wrong one talks to another device.',
    reads: ['ports'],
  },
  check,
}
