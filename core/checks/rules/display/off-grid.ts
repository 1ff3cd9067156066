import type { Rule } from '../../context'
import { displayReports } from '../../display'

export const offGrid: Rule = {
  meta: {
    id: 'DSP-01',
    family: 'display',
    severity: 'fix',
    title: 'Everything stands on the grid',
    why: 'What reaches beyond the last column or row is cut off: of a voltage the last digit, of a warning the word that matters.',
    reads: ['display layouts', 'device settings', 'video standard'],
  },
  check: (context) => displayReports(context, 'DSP-01'),
}
