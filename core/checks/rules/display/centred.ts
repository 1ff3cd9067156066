import type { Rule } from '../../context'
import { displayReports } from '../../display'

export const centred: Rule = {
  meta: {
    id: 'DSP-05',
    family: 'display',
    severity: 'note',
    title: 'What is centred can be centred',
    why: 'An odd number of columns cannot stand in the middle of an even one: it is half a column off, and looks it.',
    reads: ['display layouts', 'device settings', 'video standard'],
  },
  check: (context) => displayReports(context, 'DSP-05'),
}
