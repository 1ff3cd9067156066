import { jobName } from '../controls'
import type { ResolvedPlan } from '../plan'

const ofPort: Record<string, string> = {
  function: 'function',
  rate: 'rate',
  inverted: 'inverted',
  halfDuplex: 'half duplex',
}

/** A key of a board's settings in the words of the trade; one that nothing is known of as it is. */
export function keyWords(resolved: ResolvedPlan, key: string): string {
  const { board, plan } = resolved
  const [kind = '', of = ''] = key.split('.')
  const rest = key.slice(kind.length + 1)
  const pad = (id: string) => `pad ${board.pads.find((each) => each.id === id)?.label ?? id}`
  switch (kind) {
    case 'software-ports':
      return 'Software ports'
    case 'receiver':
      return 'Receiver type'
    case 'enabled':
      return `Feature “${rest}”`
    case 'scale':
      return `Scale of ${rest}`
    case 'port': {
      const parts = rest.split('.').slice(1)
      const port = board.ports.find(({ number }) => String(number) === of)?.label ?? `port number ${of}`
      const line = parts.includes('tx') ? ' TX' : parts.includes('rx') ? ' RX' : ''
      const state = parts.includes('armed') ? ' while armed' : parts.includes('disarmed') ? ' while disarmed' : ''
      return `${port}${line}: ${ofPort[parts.at(-1) ?? ''] ?? parts.at(-1)}${state}`
    }
    case 'pin':
      return `Given up at ${pad(resolved.padsOfPin(of)[0]?.id ?? of)}`
    case 'timer':
      return `Rate of the outputs of ${board.timers.find(({ id }) => id === of)?.label ?? of}`
    case 'output':
      return `Motor at output ${of}`
    case 'range': {
      const job = plan.controls.jobs[rest]
      return job ? `Range of ${jobName(resolved, job)}` : key
    }
    case 'source':
      return `What drives ${pad(rest)}`
    case 'lights':
      return `Brightness at ${pad(of)}`
    default:
      return key
  }
}
