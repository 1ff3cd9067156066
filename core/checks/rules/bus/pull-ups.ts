import { fittingsOf } from '../../../harness'
import { idIn } from '../../../plan'
import { figure, formatOhms } from '../../../units'
import { aboutNeed, type CheckContext, type Report, type Rule } from '../../context'

/** Below this the lines cannot be pulled low any more: 3.3 V at the 3 mA an I²C output must sink (NXP UM10204). */
const strongest = 1100

function* check({ placed, resolved }: CheckContext): Iterable<Report> {
  for (const bus of resolved.board.i2c) {
    const here = placed.filter(({ placement }) => idIn('i2c', placement.place) === bus.id)
    if (!here.length) continue
    const brought = here.map(({ need: { need } }) => (need.kind === 'i2c' ? need.pullUp : undefined))
    const pullUps = [bus.pullUp, ...brought].filter((ohms) => ohms !== undefined)
    const together = 1 / pullUps.reduce((sum, ohms) => sum + 1 / ohms, 0)
    if (pullUps.length && together >= strongest) continue
    const fitting = fittingsOf(resolved).find(({ needs }) => needs.includes(here[0]!.need.key))
    yield {
      severity: pullUps.length ? 'weigh' : 'fix',
      subjects: here.flatMap(({ need }) => aboutNeed(need)),
      fact: pullUps.length
        ? `${bus.label} has ${pullUps.length} pull-ups, together ${figure(together, 'Ω')}; below ${figure(strongest, 'Ω')} an output may not pull the line low`
        : `${bus.label} has no pull-up, and neither does a part on it: fit ${formatOhms(fitting!.ohms)} from SDA and SCL to ${fitting!.to}`,
    }
  }
}

export const pullUps: Rule = {
  meta: {
    id: 'BUS-02',
    family: 'bus',
    severity: 'fix',
    title: 'Pull-ups on an I²C bus: some, not too many',
    why: 'I²C lines are only ever pulled low; something has to pull them up. Too many pull-ups together are too strong for the outputs.',
    reads: ['I²C buses', 'needs'],
  },
  check,
}
