import type { CheckContext, Report, Rule } from '../../context'
import { needName } from '../../context'
import { keepOff } from '../../places'

function* check({ resolved, links }: CheckContext): Iterable<Report> {
  const { board } = resolved
  const carrying = links.some((link) => resolved.protocols[link.board.protocol]?.configuration)
  const bridges = board.ports.filter((port) => port.usbShared)
  const taken = links.filter(({ port }) => port.usbShared)
  const freeBridge = bridges.some((port) => !taken.some((link) => link.port === port))
  if (board.configuration.usb || carrying || freeBridge || !links.length) return
  yield {
    subjects: taken.flatMap(({ need, port }) => [`need:${need.key}`, `port:${port.id}`]),
    fact: taken.length
      ? `no link carries the configuration protocol: ${taken.map(({ need, port }) => `${port.label}, which is the USB bridge, is taken by ${needName(need)}`).join('; ')}`
      : 'no link carries the configuration protocol',
    fixes: taken.map((link) => keepOff(link.need, link.placement.place, link.port.label)),
  }
}

export const configurationRemains: Rule = {
  meta: {
    id: 'SER-16',
    family: 'serial',
    severity: 'stop',
    title: 'One configuration link remains',
    why: 'Without a link that carries the configuration protocol the board cannot be set up any more; it has to be wiped to get back in.',
    reads: ['assignment', 'protocols', 'USB'],
  },
  check,
}
