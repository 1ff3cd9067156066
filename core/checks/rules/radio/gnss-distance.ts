import { distanceOf, isLaidOut, hasCompass } from '../../../harness'
import { referTo } from '../../../plan'
import { figure } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Distances in mm below which trouble is common on the bench. */
const fromTransmitter = 100
const fromMainLead = 60

function* check({ resolved }: CheckContext): Iterable<Report> {
  if (!isLaidOut(resolved)) return
  const loud = resolved.devices.filter(({ device }) => device.class === 'transmitter' || device.class === 'video-link')
  const heavy = resolved.devices.filter(({ device }) => device.class === 'esc' || device.outputs.some(({ limit }) => limit > 10))
  for (const gnss of resolved.devices.filter(({ device }) => device.class === 'gnss')) {
    const compass = hasCompass(gnss.device)
    const near = [
      ...loud.map((fitted) => ({ id: fitted.id, name: nameOf(fitted), limit: fromTransmitter, wants: 'satellites want' })),
      ...(compass
        ? [...heavy.map((fitted) => ({ id: fitted.id, name: nameOf(fitted) })), { id: 'battery', name: 'the main lead' }].map(
            (part) => ({ ...part, limit: fromMainLead, wants: 'compass wants' }),
          )
        : []),
    ]
    for (const { id, name, limit, wants } of near) {
      const distance = distanceOf(resolved, gnss.id, id)
      if (distance >= limit) continue
      yield {
        subjects: [gnss.id, ...(id === 'battery' ? [] : [id])].map((device) => referTo('device', device)),
        fact: `${nameOf(gnss)} is ${figure(distance, 'mm', 0)} from ${name}; its ${wants} ${figure(limit, 'mm')}`,
      }
    }
  }
}

export const gnssDistance: Rule = {
  meta: {
    id: 'RFI-01',
    family: 'radio',
    severity: 'weigh',
    title: 'GNSS and compass away from transmitters and main leads',
    why: 'A video transmitter a hand’s breadth away drowns satellites; main current turns the compass with the throttle.',
    reads: ['placement', 'radios', 'device classes', 'assignment'],
  },
  check,
}
