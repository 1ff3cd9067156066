import type { Rule } from '../../context'
import { nameOf } from '../../context'
import { feedFixes, suitingSources, supplyReports } from '../../reports'

export const unfilteredVideo: Rule = {
  meta: {
    id: 'PWR-10',
    family: 'power',
    severity: 'weigh',
    title: 'Video parts on a filtered rail',
    why: 'Motor noise on the supply of camera, overlay or transmitter shows as stripes in the picture.',
    reads: ['supplies', 'rails'],
  },
  check: (context) =>
    supplyReports(context, 'PWR-10', ({ supply }) =>
      feedFixes(
        context,
        supply,
        suitingSources(context, supply).filter(({ filtered }) => filtered),
        ({ label }) => `Feed ${nameOf(supply.fitted)} from ${label}`,
      ),
    ),
}
