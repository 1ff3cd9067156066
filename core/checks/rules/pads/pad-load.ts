import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const padLoad: Rule = {
  meta: {
    id: 'PAD-06',
    family: 'pads',
    severity: 'stop',
    title: 'Load within the pad’s drive',
    why: 'A pin drives a few milliamperes. A buzzer or lamp on it burns the pin, and often the controller with it.',
    reads: ['pins', 'needs'],
  },
  check: (context) => placeReports(context, 'PAD-06'),
}
