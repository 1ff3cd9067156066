import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const receiverType: Rule = {
  meta: {
    id: 'PAD-10',
    family: 'pads',
    severity: 'weigh',
    title: 'Receiver type frees or takes pads',
    why: 'A receiver with a wire for each channel takes a pad for each. A serial receiver frees them for software ports, outputs and lights.',
    reads: ['needs', 'assignment', 'pins'],
  },
  check: (context) => placeReports(context, 'PAD-10', () => []),
}
