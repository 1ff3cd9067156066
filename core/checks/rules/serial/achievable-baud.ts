import { achievableBaud, baudError, baudTolerance } from '../../../links'
import { formatBaud, formatShare } from '../../../units'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

/** Share of the tolerance that the board may use up; the rest is the device's. */
const ownShare = 0.5

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    const { port, board } = link
    const error = baudError(port, board.baud)
    const tolerance = baudTolerance(board.frame)
    if (Math.abs(error) <= tolerance * ownShare) continue
    const option = link.need.need.options.find((one) => one.protocol === board.protocol)
    const better =
      option?.bauds.filter(
        (baud) => baud >= port.minBaud && baud <= port.maxBaud && Math.abs(baudError(port, baud)) <= tolerance * ownShare,
      ) ?? []
    yield {
      severity: Math.abs(error) >= tolerance ? 'fix' : 'weigh',
      subjects: aboutLink(link),
      fact: `${port.label} makes ${formatBaud(achievableBaud(port, board.baud))} of ${formatBaud(board.baud)} for ${needName(link.need)}: ${formatShare(error)} off; both ends together may be ${formatShare(tolerance)} off at ${board.frame}`,
      fixes: better.map((baud) => ({
        label: `Set both ends to ${formatBaud(baud)}`,
        edit: {
          type: 'several',
          label: `Run ${needName(link.need)} at ${formatBaud(baud)}`,
          edits: [
            { type: 'port.set', port: port.id, settings: { baud } },
            { type: 'link.set', need: link.need.key, settings: { baud } },
          ],
        },
      })),
    }
  }
}

export const achievableRate: Rule = {
  meta: {
    id: 'SER-06',
    family: 'serial',
    severity: 'weigh',
    title: 'Rate error within what the frame bears',
    why: 'A port divides its clock and hits most rates only nearly. The error adds up over a character; past the tolerance the last bits are read wrong, now and then at first.',
    reads: ['port clock', 'port settings'],
  },
  check,
}
