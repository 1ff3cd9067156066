import { formatBaud } from '../../../units'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    const { port, board } = link
    if (board.baud >= port.minBaud && board.baud <= port.maxBaud) continue
    const option = link.need.need.options.find((one) => one.protocol === board.protocol)
    const slower = option?.bauds.filter((baud) => baud <= port.maxBaud && baud >= port.minBaud) ?? []
    const best = slower.length ? Math.max(...slower) : undefined
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)} runs at ${formatBaud(board.baud)}; ${port.label} reaches ${formatBaud(port.maxBaud)}`,
      fixes: best
        ? [
            {
              label: `Set both ends to ${formatBaud(best)}`,
              edit: {
                type: 'several',
                label: `Run ${needName(link.need)} at ${formatBaud(best)}`,
                edits: [
                  { type: 'port.set', port: port.id, settings: { baud: best } },
                  { type: 'link.set', need: link.need.key, settings: { baud: best } },
                ],
              },
            },
          ]
        : [],
    }
  }
}

export const baudWithinLimit: Rule = {
  meta: {
    id: 'SER-05',
    family: 'serial',
    severity: 'fix',
    title: 'Rate within the port’s limit',
    why: 'Past its limit a port loses bits. Software ports are the usual case: each bit is timed by the processor, which cannot keep up beyond the stated rate.',
    reads: ['port limits', 'port settings'],
  },
  check,
}
