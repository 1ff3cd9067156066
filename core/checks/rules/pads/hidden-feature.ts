import { keyOf, referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    const { variants } = resolved.plan.definitions.devices[fitted.instance.definition]!
    for (const need of fitted.device.needs.filter(({ kind }) => kind === 'pulse')) {
      const without = Object.entries(variants).find(
        ([, { differences }]) => (differences.needs as Record<string, unknown> | undefined)?.[need.id] === null,
      )
      if (!without || fitted.instance.leftOut.includes(need.id)) continue
      const [id, { name }] = without
      yield {
        subjects: [referTo('device', fitted.id), referTo('need', keyOf(fitted.id, need.id))],
        fact: `${nameOf(fitted)} claims an input for “${need.label}”, also when it is not used; “${name}” frees it`,
        fixes: [{ label: `${nameOf(fitted)}: ${name}`, edit: { type: 'device.variant', device: fitted.id, variant: id } }],
      }
    }
  }
}

export const hiddenFeature: Rule = {
  meta: {
    id: 'PAD-07',
    family: 'pads',
    severity: 'weigh',
    title: 'A hidden axis still claims an input',
    why: 'A controller with an axis that is not built in reads its input all the same and moves on noise, until the axis is switched off in the device.',
    reads: ['device variants', 'needs'],
  },
  check,
}
