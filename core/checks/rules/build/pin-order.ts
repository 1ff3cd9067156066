import { cablesOf, type Cable } from '../../../harness'
import { keyOf, referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, through, name } = context
  for (const cable of cablesOf(resolved, through)) {
    const crossed = cable.contacts.filter(({ device, board }) => device !== board)
    const unlike = kindOf(cable.deviceConnector) !== kindOf(cable.boardType)
    if (!crossed.length && !unlike) continue
    const key = keyOf(cable.device, cable.connector)
    const madeUp = resolved.plan.cables[key] === 'made-up'
    const table = (unlike ? cable.contacts : crossed)
      .map(({ device, board, label }) => `${device} → ${board} (${label})`)
      .join(', ')
    const plugs = madeUp
      ? 'made up by this table, no ready-made cable'
      : unlike
        ? `${cable.deviceConnector} at one end, ${cable.boardType} at the other: a made-up cable is needed`
        : 'a straight cable will not do'
    const harm = unlike || madeUp ? [] : straightHarm(context, cable)
    yield {
      severity: madeUp ? 'note' : harm.length ? 'stop' : crossed.some(({ kind }) => kind === 'supply') ? 'fix' : 'weigh',
      subjects: [referTo('device', cable.device), ...cable.contacts.map(({ wire }) => referTo('wire', wire))],
      fact: `${name(cable.device)} ${cable.deviceConnector} to ${cable.boardConnector}: contacts ${table}; ${plugs}${harm.length ? `, it puts ${harm.join(' and ')}` : ''}`,
      fixes: madeUp ? [] : [{ label: 'Make the cable up by this table', edit: { type: 'cable.make', cable: key, madeUp: true } }],
    }
  }
}

/** Family and number of ways of a connector, in its name. */
const kindOf = (type: string) => type.replace(/\s+/g, ' ').trim()

/** What a ready-made straight cable would put a supply of the board on. */
function straightHarm({ resolved, terminal }: CheckContext, cable: Cable): string[] {
  const pins = resolved.device(cable.device)?.device.connectors.find(({ type }) => type === cable.deviceConnector)?.pins ?? []
  return resolved.board.pads.flatMap((pad) => {
    if (pad.connector !== cable.connector || pad.kind !== 'supply' || pad.position === undefined) return []
    const met = terminal(cable.device, pins[pad.position - 1] ?? '')
    return met && met.role !== 'supply' ? [`${pad.label} on ${met.label}`] : []
  })
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
