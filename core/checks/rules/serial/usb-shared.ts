import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const usbShared: Rule = {
  meta: {
    id: 'SER-10',
    family: 'serial',
    severity: 'weigh',
    title: 'Port shared with the USB bridge',
    why: 'Port and bridge drive the same lines. What sits there cannot be checked while the board is configured over USB, and may keep USB from connecting.',
    reads: ['port abilities', 'assignment'],
  },
  check: (context) => placeReports(context, 'SER-10'),
}
