import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { padUses } from '../../places'

function* check(context: CheckContext): Iterable<Report> {
  for (const { need, pad } of padUses(context)) {
    if (need.need.kind !== 'switch') continue
    const { powerUp, disarmed, armed } = need.need.levels
    const changes =
      disarmed === armed ? `${disarmed} in flight and on the ground` : `${disarmed} while disarmed, ${armed} while armed`
    const start =
      powerUp === 'any'
        ? ''
        : `; it has to be ${powerUp} at power-up, when pad ${pad.label} floats: fit a ${powerUp === 'low' ? 'pull-down' : 'pull-up'} of 10 kΩ`
    if (disarmed === armed && !start) continue
    yield { subjects: [...aboutNeed(need), `pad:${pad.id}`], fact: `${needName(need)} on pad ${pad.label} is ${changes}${start}` }
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
