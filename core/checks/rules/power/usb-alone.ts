import { devicesAlive } from '../../../harness'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ power, name }: CheckContext): Iterable<Report> {
  const { alive, dead } = devicesAlive(power, 'usb')
  if (!dead.length) return
  yield {
    subjects: dead.map((id) => referTo('device', id)),
    fact: `on USB alone ${dead.map(name).join(', ')} ${dead.length > 1 ? 'are' : 'is'} dead; ${alive.length ? `${alive.map(name).join(', ')} live` : 'nothing lives'}`,
  }
}

export const usbAlone: Rule = {
  meta: {
    id: 'PWR-09',
    family: 'power',
    severity: 'note',
    title: 'What is dead on USB alone',
    why: 'On the bench with USB alone some parts have no supply; a link that stays silent then is no fault.',
    reads: ['rails', 'supplies'],
  },
  check,
}
