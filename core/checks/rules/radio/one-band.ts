import type { FittedDevice } from '../../../plan'
import { distanceOf } from '../../../harness'
import { plain } from '../../../units'
import { pairs } from '../../places'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Two frequencies are one band when they differ by less than this share. */
const bandShare = 0.04

/** That pair is RFI-03's. */
const isAdapterBesideControl = (one: FittedDevice, other: FittedDevice) =>
  [one, other].some(({ device }) => device.class === 'adapter') && [one, other].some(({ device }) => device.class === 'receiver')

function* check({ resolved }: CheckContext): Iterable<Report> {
  const radios = resolved.devices.flatMap((fitted) => fitted.device.radios.map((radio) => ({ fitted, radio })))
  for (const [one, other] of pairs(radios)) {
    if (
      one.fitted === other.fitted ||
      isAdapterBesideControl(one.fitted, other.fitted) ||
      !(one.radio.sends || other.radio.sends)
    )
      continue
    const gap = Math.abs(one.radio.megahertz - other.radio.megahertz) / Math.max(one.radio.megahertz, other.radio.megahertz)
    const distance = distanceOf(resolved, one.fitted.id, other.fitted.id)
    if (gap > bandShare || distance >= 1000) continue
    yield {
      subjects: [`device:${one.fitted.id}`, `device:${other.fitted.id}`],
      fact: `${nameOf(one.fitted)} (${one.radio.megahertz} MHz) and ${nameOf(other.fitted)} (${other.radio.megahertz} MHz) are ${plain(distance, 0)} mm apart on one band`,
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
    reads: ['radios', 'placement'],
  },
  check,
}
