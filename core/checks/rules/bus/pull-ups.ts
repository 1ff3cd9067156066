import { grouped } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { busParts } from '../../places'

/** Below this the lines cannot be pulled low any more: 3.3 V at the 3 mA an I²C output must sink (NXP UM10204). */
const strongest = 1100

function* check(context: CheckContext): Iterable<Report> {
  const parts = busParts(context)
  for (const bus of context.resolved.board.i2c) {
    const here = parts.filter(({ placement }) => placement.place === `i2c:${bus.id}`)
    if (!here.length) continue
    const pullUps = [bus.pullUp, ...here.map(({ need }) => need.need.pullUp)].filter((ohms) => ohms !== undefined)
    const together = 1 / pullUps.reduce((sum, ohms) => sum + 1 / ohms, 0)
    if (pullUps.length && together >= strongest) continue
    yield {
      severity: pullUps.length ? 'weigh' : 'fix',
      subjects: here.flatMap(({ need }) => [`need:${need.key}`, `device:${need.fitted.id}`]),
      fact: pullUps.length
        ? `${bus.label} has ${pullUps.length} pull-ups, together ${grouped(together)} Ω; below ${grouped(strongest)} Ω an output may not pull the line low`
        : `${bus.label} has no pull-up, and neither does a part on it: fit 4.7 kΩ from SDA and SCL to 3.3 V`,
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
