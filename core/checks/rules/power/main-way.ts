import type { Rule } from '../../context'
import { feedFixes, suitingSources, supplyReports } from '../../reports'

export const mainWay: Rule = {
  meta: {
    id: 'PWR-12',
    family: 'power',
    severity: 'stop',
    title: 'Motor current takes a way made for it',
    why: 'Tens of amperes through a pad or trace of a flight controller burn it off. Motors are fed from the battery, by a distribution board or a four-in-one ESC; the board only where it is built for it and says so.',
    reads: ['supplies', 'motor currents', 'wires'],
  },
  check: (context) =>
    supplyReports(context, 'PWR-12', ({ supply }) =>
      feedFixes(supply, suitingSources(context, supply), ({ label }) => `Feed it from ${label}`),
    ),
}
