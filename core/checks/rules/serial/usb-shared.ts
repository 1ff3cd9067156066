import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    if (!link.port.usbShared) continue
    yield {
      subjects: aboutLink(link),
      fact: `${link.port.label} is wired to the USB bridge: ${needName(link.need)} works in flight and on the bench without USB, and is lost while USB is in use`,
      fixes: [
        { label: `Keep it off ${link.port.label}`, edit: { type: 'need.ban', need: link.need.key, place: link.placement.place } },
      ],
    }
  }
}

export const usbShared: Rule = {
  meta: {
    id: 'SER-10',
    family: 'serial',
    severity: 'weigh',
    title: 'Port shared with the USB bridge',
    why: 'Port and bridge drive the same lines. What sits there cannot be checked while the board is configured over USB, and may keep USB from connecting.',
    reads: ['port abilities', 'assignment'],
  },
  check,
}
