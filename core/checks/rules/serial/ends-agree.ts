import type { LinkValues, SerialLink } from '../../../links'
import { formatBaud } from '../../../units'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { linkBack, rateFixes } from '../../reports'

const values: { key: 'baud' | 'format' | 'inverted' | 'halfDuplex'; label: string; show: (end: LinkValues) => string }[] = [
  { key: 'baud', label: 'rate', show: ({ baud }) => formatBaud(baud) },
  { key: 'format', label: 'character format', show: ({ format }) => format },
  { key: 'halfDuplex', label: 'duplex', show: ({ halfDuplex }) => (halfDuplex ? 'half' : 'full') },
  { key: 'inverted', label: 'inversion', show: ({ inverted }) => (inverted ? 'inverted' : 'not inverted') },
]

function* check(context: CheckContext): Iterable<Report> {
  for (const link of context.links) {
    const unlike = values.filter(({ key }) => link.board[key] !== link.device[key])
    if (!unlike.length) continue
    const figures = unlike.map(({ label, show }) => `${label}: board ${show(link.board)}, device ${show(link.device)}`).join('; ')
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)} and ${link.port.label} differ in ${figures}`,
      fixes: fixes(context, link),
    }
  }
}

function fixes(context: CheckContext, { need: { key: need }, board, device }: SerialLink): Fix[] {
  const chosen = ({ baud, format, inverted, halfDuplex }: LinkValues) => ({ baud, format, inverted, halfDuplex })
  return [
    ...linkBack(context, need),
    ...(board.baud === device.baud ? [] : rateFixes(context, need).slice(0, 2)),
    { label: 'Set the device as the board', edit: { type: 'link.set', need, end: 'device', set: chosen(board) } },
    { label: 'Set the board as the device', edit: { type: 'link.set', need, end: 'board', set: chosen(device) } },
  ]
}

export const endsAgree: Rule = {
  meta: {
    id: 'SER-02',
    family: 'serial',
    severity: 'fix',
    title: 'Rate, character format and inversion equal at both ends',
    why: 'A receiver samples each bit where it expects it. With another rate, format or polarity at the far end it reads noise, and counters stay at zero.',
    reads: ['link settings'],
  },
  check,
}
