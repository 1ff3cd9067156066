import { carriesConfiguration } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { doWithout } from '../../reports'

function* check({ resolved, links }: CheckContext): Iterable<Report> {
  const { maxLinks, usb } = resolved.board.configuration
  const carrying = links.filter((link) => carriesConfiguration(resolved, link.board))
  const count = carrying.length + (usb ? 1 : 0)
  if (count <= maxLinks) return
  yield {
    subjects: carrying.flatMap(aboutLink),
    fact: `${count} links carry the configuration protocol${usb ? ', USB among them' : ''}; ${resolved.board.name} runs ${maxLinks} at once`,
    fixes: carrying.map(({ need }) => doWithout(need.key, `Do without ${needName(need)}`)),
  }
}

export const configurationCount: Rule = {
  meta: {
    id: 'SER-14',
    family: 'serial',
    severity: 'fix',
    title: 'No more configuration links than the board runs',
    why: 'Each link that speaks the configuration protocol takes a slot in the board. Past the limit the last ones are dropped when saving.',
    reads: ['assignment', 'protocols', 'board'],
  },
  check,
}
