import { aliasLimit, lostShare, propellerLine, recordRate, serialLinks } from '../../../links'
import type { FlightLog, ResolvedPlan } from '../../../plan'
import { figure, plain } from '../../../units'
import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'

function* check({ resolved, placed }: CheckContext): Iterable<Report> {
  const { log } = resolved.plan
  if (!log?.propellers) return
  const { rpm, blades } = log.propellers
  const [limit, line] = [aliasLimit(log), propellerLine(rpm, blades)]
  if (limit > line) return
  for (const here of placed) {
    const { need } = here.need
    if (need.kind !== 'serial' || !need.options.some(({ protocol }) => resolved.protocols[protocol]?.recorded)) continue
    yield {
      subjects: aboutPlaced(here),
      fact: `${needName(here.need)}: ${plain(recordRate(log), 0)} records a second show up to ${figure(limit, 'Hz', 0)}; the propellers’ line is at ${figure(line, 'Hz', 0)} (${plain(rpm, 0)} rpm, ${blades} blades) and shows as something slower`,
      fixes: denser(resolved, here.need.key, log, line),
    }
  }
}

/** The fewest records that show a line, where its link carries them. */
function denser(resolved: ResolvedPlan, need: string, log: FlightLog, line: number): Fix[] {
  const every = Math.ceil(log.loop / (2 * line)) - 1
  const link = serialLinks(resolved).find((each) => each.need.key === need)
  if (every < 1 || !link || lostShare({ ...log, every }, link.board.baud) > 0) return []
  return [
    { label: `Record ${every === 1 ? 'each loop' : `one of ${every} loops`}`, edit: { type: 'log.set', log: { ...log, every } } },
  ]
}

export const logAliasing: Rule = {
  meta: {
    id: 'LOD-03',
    family: 'load',
    severity: 'weigh',
    title: 'A flight log shows what it is to show',
    why: 'What shakes faster than half the records a second appears as something slower that is not there. Whoever tunes by it tunes for a ghost.',
    reads: ['flight log', 'assignment'],
  },
  check,
}
