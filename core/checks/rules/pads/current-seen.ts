import { keyOf, referTo, type FittedDevice } from '../../../plan'
import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'

const motorsOf = ({ device }: FittedDevice) => device.motors?.count ?? 0

/** Motors whose current goes through a part: its own, and those of what its outputs feed by the wires. */
function motorsBehind({ feeds }: CheckContext, part: FittedDevice): number {
  const outputs = part.device.outputs.map(({ id }) => referTo('output', keyOf(part.id, id)))
  const fed = feeds.filter(({ source }) => source && outputs.includes(source.place as (typeof outputs)[number]))
  return motorsOf(part) + fed.reduce((sum, { supply }) => sum + (supply.main ? motorsOf(supply.fitted) : 0), 0)
}

/** Motors whose current goes through the board, where that measures what does. */
function motorsBehindBoard({ feeds }: CheckContext): number {
  const through = feeds.filter(({ supply, source }) => supply.main && source?.place.startsWith('rail:'))
  return [...new Set(through.map(({ supply }) => supply.fitted))].reduce((sum, part) => sum + motorsOf(part), 0)
}

const lowWords = (seen: number, all: number) =>
  `sees ${seen} of ${all} motors: the current shown, and the capacity used, come out about ${Math.round((1 - seen / all) * 100)} % low`

function* check(context: CheckContext): Iterable<Report> {
  const all = context.resolved.devices.reduce((sum, fitted) => sum + motorsOf(fitted), 0)
  for (const at of context.placed) {
    const { need, fitted } = at.need
    if (need.kind !== 'analog' || need.measures !== 'current') continue
    const seen = motorsBehind(context, fitted)
    if (seen === 0 || seen >= all) continue
    yield {
      subjects: aboutPlaced(at),
      fact: `${needName(at.need)} ${lowWords(seen, all)}`,
    }
  }
  const { board } = context.resolved
  if (!board.feeds?.includes('current')) return
  const seen = motorsBehindBoard(context)
  if (seen < all) yield { subjects: [], fact: `The sensor of ${board.name} ${lowWords(seen, all)}` }
}

export const currentSeen: Rule = {
  meta: {
    id: 'PAD-16',
    family: 'pads',
    severity: 'weigh',
    title: 'A current sensor sees all motors',
    why: 'Capacity used is summed from the current. Where a motor draws past the sensor the battery is emptier than the display says, and the craft comes down early.',
    reads: ['devices', 'motors', 'wires', 'assignment'],
  },
  check,
}
