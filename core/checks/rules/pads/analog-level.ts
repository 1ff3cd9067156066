import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const analogLevel: Rule = {
  meta: {
    id: 'PAD-09',
    family: 'pads',
    severity: 'fix',
    title: 'Analog level within the input',
    why: 'Above its range an analog input shows full scale whatever happens, and above what the pin accepts it is destroyed.',
    reads: ['pins', 'needs'],
  },
  check: (context) => placeReports(context, 'PAD-09'),
}
