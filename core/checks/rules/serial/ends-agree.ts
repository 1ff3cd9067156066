import type { LinkEnd, SerialLink } from '../../../links'
import { formatBaud } from '../../../units'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

const values: { key: 'baud' | 'frame' | 'inverted'; label: string; show: (end: LinkEnd) => string }[] = [
  { key: 'baud', label: 'rate', show: (end) => formatBaud(end.baud) },
  { key: 'frame', label: 'frame', show: (end) => end.frame },
  { key: 'inverted', label: 'inversion', show: (end) => (end.inverted ? 'inverted' : 'not inverted') },
]

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    const unlike = values.filter(({ key }) => link.board[key] !== link.device[key])
    if (!unlike.length) continue
    const figures = unlike.map(({ label, show }) => `${label}: board ${show(link.board)}, device ${show(link.device)}`).join('; ')
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)} and ${link.port.label} differ in ${figures}`,
      fixes: fixes(link),
    }
  }
}

function fixes(link: SerialLink) {
  const { baud, frame, inverted } = link.board
  return [
    {
      label: 'Set the device as the board',
      edit: { type: 'link.set' as const, need: link.need.key, settings: { baud, frame, inverted } },
    },
    {
      label: 'Set the board as the device',
      edit: {
        type: 'port.set' as const,
        port: link.port.id,
        settings: { baud: link.device.baud, frame: link.device.frame, inverted: link.device.inverted },
      },
    },
  ]
}

export const endsAgree: Rule = {
  meta: {
    id: 'SER-02',
    family: 'serial',
    severity: 'fix',
    title: 'Rate, frame and inversion equal at both ends',
    why: 'A receiver samples each bit where it expects it. With another rate, frame or polarity at the far end it reads noise, and counters stay at zero.',
    reads: ['port settings', 'device settings'],
  },
  check,
}
