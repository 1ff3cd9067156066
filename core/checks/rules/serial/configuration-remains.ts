import { opensConfiguration } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, links } = context
  const { board } = resolved
  const carrying = links.some((link) => opensConfiguration(resolved, link))
  const bridges = board.ports.filter((port) => port.usbShared)
  const taken = links.filter(({ port }) => port.usbShared)
  const freeBridge = bridges.some(
    (bridge) => !taken.some(({ port, placement }) => port === bridge && placement.during !== 'armed'),
  )
  if (board.configuration.usb || carrying || freeBridge || !links.length) return
  const holders = taken.map(({ need, port }) => `${port.label}, which is the USB bridge, is taken by ${needName(need)}`)
  yield {
    subjects: taken.flatMap(aboutLink),
    fact: ['no link that a configuration program can use is there while disarmed', holders.join('; ')].filter(Boolean).join(': '),
    fixes: taken.map(({ need, placement }) => keepOff(context, need, placement.place)),
  }
}

export const configurationRemains: Rule = {
  meta: {
    id: 'SER-16',
    family: 'serial',
    severity: 'stop',
    title: 'One configuration link remains',
    why: 'Without a link that carries the configuration protocol the board cannot be set up any more; it has to be wiped to get back in.',
    reads: ['assignment', 'protocols', 'USB', 'flight states'],
  },
  check,
}
