import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { aboutWire } from '../../reports'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    if (!fitted.device.needs.some((need) => need.kind === 'video')) continue
    const grounds = wires.filter((wire) => wire.kind === 'ground' && wire.from.device === fitted.id && !wire.omitted)
    for (const wire of grounds) {
      const through = wire.to.device === undefined ? undefined : resolved.device(wire.to.device)
      if (!through?.device.needs.some((need) => need.kind === 'video')) continue
      yield {
        subjects: aboutWire(wire),
        fact: `${wire.number} takes the ground of ${nameOf(fitted)} back through ${nameOf(through)} instead of the common point`,
      }
    }
  }
}

export const videoGround: Rule = {
  meta: {
    id: 'GND-03',
    family: 'ground',
    severity: 'weigh',
    title: 'Video ground to the common point',
    why: 'Ground that returns through another video part carries that part’s current; the picture hums with it.',
    reads: ['wires', 'video chain'],
  },
  check,
}
