import { redrawsPerSecond } from '../../../links'
import { displayLinks } from '../../../settings'
import { formatBaud, plain } from '../../../units'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

/** Below this values seem to stand still. */
const fewest = 4

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { link, columns, rows } of displayLinks(resolved)) {
    const rate = redrawsPerSecond(columns, rows, link.board.baud)
    if (rate >= fewest) continue
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)}: a screen of ${columns}×${rows} is drawn anew ${plain(rate, 1)} times a second at ${formatBaud(link.board.baud)}; ${fewest} are needed`,
    }
  }
}

export const redrawRate: Rule = {
  meta: {
    id: 'LOD-05',
    family: 'load',
    severity: 'weigh',
    title: 'The display is drawn often enough',
    why: 'Each redraw sends every row. On a slow line the horizon jerks and warnings come late.',
    reads: ['link settings', 'device settings'],
  },
  check,
}
