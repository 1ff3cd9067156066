import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const digital = resolved.devices.filter(({ device }) => device.class === 'video-link')
  const analog = resolved.devices.filter(({ device }) => device.class === 'transmitter')
  if (!digital.length || analog.length) return
  for (const overlay of resolved.devices.filter(({ device }) => device.class === 'overlay')) {
    yield {
      subjects: [overlay, ...digital].map(({ id }) => referTo('device', id)),
      fact: `${nameOf(overlay)} writes on an analog picture; ${digital.map(nameOf).join(', ')} carries a digital one, whose text comes over its serial link`,
      fixes: [{ label: `Remove ${nameOf(overlay)}`, edit: { type: 'device.remove', device: overlay.id } }],
    }
  }
}

export const overlayOnDigital: Rule = {
  meta: {
    id: 'VID-05',
    family: 'video',
    severity: 'fix',
    title: 'An analog overlay cannot write on a digital link',
    why: 'A digital link makes its text in the goggles from values sent over a serial port; an analog overlay board never sees the picture.',
    reads: ['devices'],
  },
  check,
}
