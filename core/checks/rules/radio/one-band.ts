import { distanceOf, isLaidOut } from '../../../harness'
import { referTo, type FittedDevice } from '../../../plan'
import { figure } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { sameBand } from '../../radio'
import { pairs } from '../../reports'
import { quietFixes } from '../../quiet'

/** Beyond this distance in mm two radios leave each other alone. */
const apart = 1000

/** That pair is RFI-03's. */
const isAdapterBesideControl = (both: FittedDevice[]) =>
  both.some(({ device }) => device.class === 'adapter') && both.some(({ device }) => device.class === 'receiver')

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  if (!isLaidOut(resolved)) return
  const radios = resolved.devices.flatMap((fitted) => fitted.device.radios.map((radio) => ({ fitted, radio })))
  for (const [one, other] of pairs(radios)) {
    if (one.fitted === other.fitted || !(one.radio.sends || other.radio.sends) || !sameBand(one.radio, other.radio)) continue
    if (isAdapterBesideControl([one.fitted, other.fitted])) continue
    const distance = distanceOf(resolved, one.fitted.id, other.fitted.id)
    if (distance >= apart) continue
    yield {
      subjects: [one, other].map(({ fitted }) => referTo('device', fitted.id)),
      fact: `${nameOf(one.fitted)} (${figure(one.radio.megahertz, 'MHz')}) and ${nameOf(other.fitted)} (${figure(other.radio.megahertz, 'MHz')}) are ${figure(distance, 'mm', 0)} apart on one band`,
      fixes: [one, other].flatMap(({ fitted, radio }) => (radio.canBeOff ? quietFixes(context, fitted, radio.id) : [])),
    }
  }
}

export const oneBand: Rule = {
  meta: {
    id: 'RFI-02',
    family: 'radio',
    severity: 'weigh',
    title: 'Two radios on one band within a metre',
    why: 'Each deafens the other’s receiver while it sends.',
    reads: ['radios', 'placement', 'assignment'],
  },
  check,
}
