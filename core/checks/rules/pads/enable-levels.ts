import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'
import { fittingsOf } from '../../../harness'
import { placeLabel } from '../../../plan'
import { formatOhms } from '../../../units'

function* check({ placed, resolved }: CheckContext): Iterable<Report> {
  for (const line of placed) {
    const { need } = line.need
    if (need.kind !== 'switch') continue
    const { powerUp, disarmed, armed } = need.levels
    const pad = placeLabel(line.placement.place, resolved.plan)
    const changes =
      disarmed === armed ? `${disarmed} in flight and on the ground` : `${disarmed} while disarmed, ${armed} while armed`
    const fitting = fittingsOf(resolved).find(({ needs }) => needs.includes(line.need.key))
    const start = fitting
      ? `; it has to be ${powerUp} at power-up, when ${pad} floats: fit a ${fitting.what} of ${formatOhms(fitting.ohms)}`
      : ''
    if (disarmed === armed && !start) continue
    yield { subjects: aboutPlaced(line), fact: `${needName(line.need)} on ${pad} is ${changes}${start}` }
  }
}

export const enableLevels: Rule = {
  meta: {
    id: 'PAD-08',
    family: 'pads',
    severity: 'note',
    title: 'Level of an enable line in each flight state and at power-up',
    why: 'Until the firmware runs, a pin floats and the device may switch on for a moment. A line that follows arming explains why a link ends when the craft is armed.',
    reads: ['needs', 'assignment'],
  },
  check,
}
