import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const broughtOut: Rule = {
  meta: {
    id: 'SER-15',
    family: 'serial',
    severity: 'fix',
    title: 'Port brought out on this revision',
    why: 'A board that has a port on paper may not bring it out to pads on every revision. There is then nothing to solder to.',
    reads: ['assignment', 'board revision', 'pads'],
  },
  check: (context) => placeReports(context, 'SER-15'),
}
