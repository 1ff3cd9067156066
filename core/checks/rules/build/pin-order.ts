import { cablesOf } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  for (const cable of cablesOf(resolved, wires)) {
    const crossed = cable.contacts.filter(({ device, board }) => device !== board)
    if (!crossed.length) continue
    const danger = crossed.find(({ kind }) => kind === 'supply')
    yield {
      severity: danger ? 'fix' : 'weigh',
      subjects: [`device:${cable.device}`, ...cable.contacts.map(({ wire }) => `wire:${wire}`)],
      fact: `${resolved.device(cable.device)!.instance.name} ${cable.deviceConnector} to ${cable.boardConnector}: contacts ${crossed.map(({ device, board, label }) => `${device} → ${board} (${label})`).join(', ')}; a straight cable will not do`,
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
