import type { Rule } from '../../context'
import { feedFixes, suitingSources, supplyReports } from '../../reports'

export const supplyRange: Rule = {
  meta: {
    id: 'PWR-01',
    family: 'power',
    severity: 'fix',
    title: 'Supply within the device’s range, battery full and empty',
    why: 'Too much voltage destroys the part at once. Too little makes it restart when the battery sags, usually in flight.',
    reads: ['supplies', 'battery', 'rails'],
  },
  check: (context) =>
    supplyReports(context, 'PWR-01', ({ supply }) =>
      feedFixes(supply, suitingSources(context, supply), ({ label }) => `Feed it from ${label}`),
    ),
}
