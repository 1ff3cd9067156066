import { cablesOf } from '../../../harness'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved, wires, name }: CheckContext): Iterable<Report> {
  for (const cable of cablesOf(resolved, wires)) {
    const crossed = cable.contacts.filter(({ device, board }) => device !== board)
    if (!crossed.length) continue
    const order = crossed.map(({ device, board, label }) => `${device} → ${board} (${label})`).join(', ')
    yield {
      severity: crossed.some(({ kind }) => kind === 'supply') ? 'fix' : 'weigh',
      subjects: [referTo('device', cable.device), ...cable.contacts.map(({ wire }) => referTo('wire', wire))],
      fact: `${name(cable.device)} ${cable.deviceConnector} to ${cable.boardConnector}: contacts ${order}; a straight cable will not do`,
    }
  }
}

export const pinOrder: Rule = {
  meta: {
    id: 'MEC-03',
    family: 'build',
    severity: 'weigh',
    title: 'Connector pin order at both ends',
    why: 'A ready-made straight cable between connectors of unlike order puts supply on signal: make it crossed, or move the contacts.',
    reads: ['connectors', 'wires'],
  },
  check,
}
