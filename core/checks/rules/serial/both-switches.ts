import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    if (!link.feature || link.feature.on) continue
    const { name } = link.feature
    yield {
      subjects: aboutLink(link),
      fact: `${link.port.label} is set for ${needName(link.need)}, but the board-wide feature “${name}” is off`,
      fixes: [{ label: `Switch ${name} on`, edit: { type: 'feature.set', feature: name, on: true } }],
    }
  }
}

export const bothSwitches: Rule = {
  meta: {
    id: 'SER-04',
    family: 'serial',
    severity: 'fix',
    title: 'Both switches on: port function and feature',
    why: 'Many functions have two switches, one at the port and one for the whole board. With only one of them on the port stays silent and no message says so.',
    reads: ['port settings', 'protocols'],
  },
  check,
}
