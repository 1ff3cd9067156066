import { boardId, referTo } from '../../../plan'
import { fits, formatAmps } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { isUpsetSource } from '../../upset'

function* check(context: CheckContext): Iterable<Report> {
  const { power } = context
  for (const node of power.nodes.filter(({ kind }) => kind === 'usb')) {
    if (fits(node.typical, node.limit) || isUpsetSource(context, node.place)) continue
    const live = power.nodes
      .filter(({ alive, kind }) => alive.usb && kind !== 'usb')
      .flatMap(({ leaves }) => leaves)
      .filter(({ supply }) => supply.fitted.id !== boardId)
      .sort((one, other) => other.peak - one.peak)
    const [heaviest] = live
    if (!heaviest) continue
    yield {
      subjects: [node.place, ...live.map(({ supply }) => referTo('device', supply.fitted.id))],
      fact: `on USB alone ${formatAmps(node.typical)} is drawn typically and ${formatAmps(node.peak)} at peak, ${formatAmps(heaviest.peak)} of it by ${nameOf(heaviest.supply.fitted)}; the plug gives ${formatAmps(node.limit)}: work on it with the battery or a bench supply`,
    }
  }
}

export const usbAlone: Rule = {
  meta: {
    id: 'PWR-09',
    family: 'power',
    severity: 'note',
    title: 'What USB alone is asked for',
    why: 'A computer’s plug gives half an ampere. What draws more makes it shut off or sag, and a link that drops on the bench then is no fault of the link.',
    reads: ['rails', 'supplies'],
  },
  check,
}
