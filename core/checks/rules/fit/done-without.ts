import { keyOf, referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const { id, instance, device } of resolved.devices) {
    if (instance.priority !== 'must') continue
    for (const need of device.needs.filter((each) => instance.leftOut.includes(each.id))) {
      const key = keyOf(id, need.id)
      yield {
        subjects: [referTo('device', id), referTo('need', key)],
        fact: `${nameOf({ id, instance, device })} is a must, and does without ${need.label}`,
        fixes: [{ label: 'Use it after all', edit: { type: 'need.leave-out', need: key, leftOut: false } }],
      }
    }
  }
}

export const doneWithout: Rule = {
  meta: {
    id: 'FIT-02',
    family: 'fit',
    severity: 'weigh',
    title: 'What a must does without',
    why: 'A device that has to be there and lacks one of its links does only part of its work. It was decided once, and whoever builds or flies the craft should know.',
    reads: ['devices', 'needs left out'],
  },
  check,
}
