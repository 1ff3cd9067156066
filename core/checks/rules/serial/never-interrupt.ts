import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    if (link.need.need.interruptible) continue
    const other = links.find((one) => one !== link && one.port === link.port)
    if (!link.port.usbShared && !other) continue
    const shared = other
      ? `shares ${link.port.label} with ${needName(other.need)}`
      : `is on ${link.port.label}, which the USB bridge can take away`
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)} must never be interrupted and ${shared}`,
      fixes: [
        { label: `Keep it off ${link.port.label}`, edit: { type: 'need.ban', need: link.need.key, place: link.placement.place } },
      ],
    }
  }
}

export const neverInterrupt: Rule = {
  meta: {
    id: 'SER-12',
    family: 'serial',
    severity: 'fix',
    title: 'Never-interrupt links keep off shared ports',
    why: 'Control must not depend on what else uses the port. A port that changes hands on arming or on plugging in USB can drop the craft.',
    reads: ['needs', 'assignment', 'port abilities'],
  },
  check,
}
