import { linkBudget } from '../../../links'
import { figure, plain } from '../../../units'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    const { latency, fromDevice, toDevice } = linkBudget(link)
    // Requests come from the side that asks; replies are as many.
    const asked = Math.min(...[fromDevice, toDevice].map(({ messages }) => messages.reduce((sum, { rate }) => sum + rate, 0)))
    if (latency === undefined || !link.board.halfDuplex || asked * latency <= 1) continue
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)}: a request and its reply take ${figure(latency * 1000, 'ms', 1)} on one wire; ${plain(asked, 0)} a second are asked, ${plain(1 / latency, 0)} fit`,
    }
  }
}

export const replyLatency: Rule = {
  meta: {
    id: 'LOD-06',
    family: 'load',
    severity: 'fix',
    title: 'Time for each reply before the next request',
    why: 'On one wire a reply comes after its request. When the next is due before it has come, they run into each other and both are lost.',
    reads: ['messages', 'link settings'],
  },
  check,
}
