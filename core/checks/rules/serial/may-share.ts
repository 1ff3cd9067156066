import { linesTaken, type SerialLink } from '../../../links'
import { needName, type CheckContext, type Report, type Rule } from '../../context'
import { clashReports } from '../../reports'

/** Why two links cannot be on one port together. */
function obstacle(one: SerialLink, other: SerialLink): string {
  if (Boolean(one.placement.during) !== Boolean(other.placement.during)) return 'one has it by flight state, the other always'
  const theirs = linesTaken(other.need.need, other.board, other.port)
  const lines = linesTaken(one.need.need, one.board, one.port).filter((line) => theirs.includes(line))
  const turns = [one, other].some(({ need }) => need.need.takesTurns)
  if (lines.length && turns && one.board.protocol === other.board.protocol)
    return 'only parts that take turns may talk on one line, at one rate'
  if (lines.length) return `both want its ${lines.map((line) => line.toUpperCase()).join(' and ')}`
  return one.port.splitUse ? 'they need unlike rates or formats' : 'the board cannot split it'
}

function check(context: CheckContext): Iterable<Report> {
  const link = (key: string) => context.links.find(({ need }) => need.key === key)
  return clashReports(context, 'SER-13', (clash) => {
    const [one, other] = [link(clash.one.need.key), link(clash.other.need.key)]
    if (!one || !other) return undefined
    const strict = [one, other].find(({ need }) => !need.need.interruptible)
    const why = strict && one.port.splitUse ? `${needName(strict.need)} must have it alone` : obstacle(one, other)
    return `${needName(one.need)} and ${needName(other.need)} are both on ${one.port.label}: ${why}`
  })
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
