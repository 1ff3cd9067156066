import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

const bandShare = 0.04

function* check({ resolved }: CheckContext): Iterable<Report> {
  const controls = resolved.devices.filter(({ device }) => device.class === 'receiver')
  for (const adapter of resolved.devices.filter(({ device }) => device.class === 'adapter')) {
    for (const control of controls) {
      const clash = adapter.device.radios.find((radio) =>
        control.device.radios.some(({ megahertz }) => Math.abs(megahertz - radio.megahertz) / megahertz < bandShare),
      )
      if (!clash) continue
      const enable = adapter.device.needs.find((need) => need.kind === 'switch')
      const silenced = enable && resolved.plan.assignment[`${adapter.id}/${enable.id}`] && enable.levels.armed === 'low'
      if (silenced) continue
      yield {
        subjects: [`device:${adapter.id}`, `device:${control.id}`],
        fact: `${nameOf(adapter)} sends at ${clash.megahertz} MHz beside ${nameOf(control)}; ${enable ? 'wire its enable line so that arming turns it off' : clash.canBeOff ? 'turn it off before flight' : 'it cannot be turned off'}`,
        fixes:
          enable && adapter.instance.leftOut.includes(enable.id)
            ? [
                {
                  label: 'Want the enable line',
                  edit: { type: 'need.leave-out', need: `${adapter.id}/${enable.id}`, leftOut: false },
                },
              ]
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
