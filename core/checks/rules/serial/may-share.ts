import type { SerialLink } from '../../../links'
import { linesTaken } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, pairs } from '../../places'

/** Why two links cannot be on one port together; undefined when they can. */
function obstacle(one: SerialLink, other: SerialLink): string | undefined {
  const { port } = one
  const [a, b] = [one.placement.during, other.placement.during]
  if (a && b && a !== b) return port.stateShared ? undefined : 'the board cannot change its function on arming'
  const lines = linesTaken(one.need.need, one.board).filter((line) => linesTaken(other.need.need, other.board).includes(line))
  if (lines.length) return `both want its ${lines.map((line) => line.toUpperCase()).join(' and ')}`
  if (!port.splitUse) return 'the board cannot split it'
  return one.device.baud === other.device.baud && one.device.frame === other.device.frame
    ? undefined
    : 'they need unlike rates or frames'
}

function* check({ links }: CheckContext): Iterable<Report> {
  for (const [one, other] of pairs(links)) {
    const why = one.port === other.port ? obstacle(one, other) : undefined
    if (!why) continue
    yield {
      subjects: [...aboutLink(one), ...aboutLink(other)],
      fact: `${needName(one.need)} and ${needName(other.need)} are both on ${one.port.label}: ${why}`,
      fixes: [one, other].map((link) => keepOff(link.need, link.placement.place, link.port.label)),
    }
  }
}

export const mayShare: Rule = {
  meta: {
    id: 'SER-13',
    family: 'serial',
    severity: 'fix',
    title: 'Functions that may not share a port',
    why: 'Two functions on a port exclude each other, unless one only listens and the other only talks at the same rate on a board that can split it. Boards drop one of them without a word.',
    reads: ['assignment', 'port abilities', 'device settings'],
  },
  check,
}
