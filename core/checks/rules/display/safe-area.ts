import type { Rule } from '../../context'
import { displayReports } from '../../display'

export const safeArea: Rule = {
  meta: {
    id: 'DSP-04',
    family: 'display',
    severity: 'weigh',
    title: 'Within what every screen shows',
    why: 'Analogue screens and some goggles cut off the outermost row and column.',
    reads: ['display layouts', 'device settings', 'video standard'],
  },
  check: (context) => displayReports(context, 'DSP-04'),
}
