import { bringsControl } from '../../../suitability'
import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'
import { doWithout } from '../../reports'

function* check({ placed, resolved: { board } }: CheckContext): Iterable<Report> {
  const receivers = placed.filter(({ need }) => bringsControl(need))
  if (receivers.length <= board.receivers) return
  yield {
    subjects: [...new Set(receivers.flatMap(aboutPlaced))],
    fact: `${receivers.map(({ need }) => needName(need)).join(' and ')} bring the commands; ${board.name} listens to ${board.receivers === 1 ? 'one receiver' : `${board.receivers} receivers`} at a time`,
    fixes: receivers.map(({ need }) => doWithout(need.key, `Do without ${needName(need)}`)),
  }
}

export const oneReceiver: Rule = {
  meta: {
    id: 'PAD-15',
    family: 'pads',
    severity: 'fix',
    title: 'No more control receivers than the board listens to',
    why: 'The board takes the commands of one kind of receiver. A second one is ignored, or it is the second that is heard, and nobody knows which.',
    reads: ['assignment', 'needs', 'board'],
  },
  check,
}
