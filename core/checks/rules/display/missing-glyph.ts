import type { Rule } from '../../context'
import { displayReports } from '../../display'

export const missingGlyph: Rule = {
  meta: {
    id: 'DSP-03',
    family: 'display',
    severity: 'fix',
    title: 'The set has every glyph',
    why: 'A receiver shows a placeholder for a glyph that its set does not have; the pilot sees boxes.',
    reads: ['display layouts', 'device settings', 'video standard'],
  },
  check: (context) => displayReports(context, 'DSP-03'),
}
