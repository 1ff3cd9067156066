import { aboutLink, nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links, resolved }: CheckContext): Iterable<Report> {
  for (const link of links) {
    if (link.need.fitted.device.class !== 'transmitter' || link.board.protocol === link.device.protocol) continue
    const name = (id: string) => resolved.protocols[id]?.name ?? id
    yield {
      subjects: aboutLink(link),
      fact: `${link.port.label} controls the transmitter by ${name(link.board.protocol)}; ${nameOf(link.need.fitted)} is set to ${name(link.device.protocol)}`,
      fixes: [
        {
          label: 'Set the device to the board’s',
          edit: { type: 'link.set', need: link.need.key, end: 'device', set: { protocol: link.board.protocol } },
        },
      ],
    }
  }
}

export const transmitterControl: Rule = {
  meta: {
    id: 'VID-06',
    family: 'video',
    severity: 'fix',
    title: 'Transmitter control the same at both ends',
    why: 'Band, channel and power follow the pilot’s menu only when board and transmitter speak the same control protocol.',
    reads: ['link settings'],
  },
  check,
}
