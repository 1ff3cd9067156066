import { referTo } from '../../../plan'
import { needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  const soft = links.filter(({ port }) => port.kind === 'software')
  if (!soft.length) return
  yield {
    subjects: soft.flatMap(({ need, port }) => [referTo('need', need.key), referTo('port', port.id)]),
    fact: `${soft.map(({ need, port }) => `${port.label} for ${needName(need)}`).join(' and ')}: enable software ports first, save and restart; only then does the port appear and can be set`,
  }
}

export const enableOrder: Rule = {
  meta: {
    id: 'SER-17',
    family: 'serial',
    severity: 'note',
    title: 'Software ports appear once enabled',
    why: 'Settings for a port that does not exist yet are dropped. Enabling, saving and restarting comes before setting its function.',
    reads: ['assignment', 'port kind'],
  },
  check,
}
