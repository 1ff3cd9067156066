import type { Rule } from '../../context'
import { displayReports } from '../../display'

export const overlap: Rule = {
  meta: {
    id: 'DSP-02',
    family: 'display',
    severity: 'fix',
    title: 'No two values share a cell',
    why: 'At their longest one writes over the other. It shows only with a full battery, far away, or in the rain of a warning.',
    reads: ['display layouts', 'device settings', 'video standard'],
  },
  check: (context) => displayReports(context, 'DSP-02'),
}
