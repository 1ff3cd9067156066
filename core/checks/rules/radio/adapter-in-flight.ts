import { figure } from '../../../units'
import { keyOf, referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { sameBand } from '../../radio'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const controls = resolved.devices.filter(({ device }) => device.class === 'receiver')
  for (const adapter of resolved.devices.filter(({ device }) => device.class === 'adapter')) {
    for (const control of controls) {
      const clash = adapter.device.radios.find((radio) => control.device.radios.some((other) => sameBand(radio, other)))
      if (!clash) continue
      const enable = adapter.device.needs.find((need) => need.kind === 'switch')
      const key = enable && keyOf(adapter.id, enable.id)
      if (key && resolved.plan.assignment[key] && enable.levels.armed === 'low') continue
      const advice = enable
        ? 'wire its enable line so that arming turns it off'
        : clash.canBeOff
          ? 'turn it off before flight'
          : 'it cannot be turned off'
      yield {
        subjects: [adapter, control].map(({ id }) => referTo('device', id)),
        fact: `${nameOf(adapter)} sends at ${figure(clash.megahertz, 'MHz')} beside ${nameOf(control)}; ${advice}`,
        fixes:
          key && adapter.instance.leftOut.includes(enable.id)
            ? [{ label: 'Want the enable line', edit: { type: 'need.leave-out', need: key, leftOut: false } }]
            : [],
      }
    }
  }
}

export const adapterInFlight: Rule = {
  meta: {
    id: 'RFI-03',
    family: 'radio',
    severity: 'weigh',
    title: 'Adapter radio on the control band: off in flight',
    why: 'An adapter that sends on the control link’s band costs range just when it is needed; its enable line can silence it on arming.',
    reads: ['radios', 'enable lines'],
  },
  check,
}
