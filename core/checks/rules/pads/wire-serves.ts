import type { Rule } from '../../context'
import { strayReports } from '../../stray-reports'

export const wireServes: Rule = {
  meta: {
    id: 'PAD-12',
    family: 'pads',
    severity: 'fix',
    title: 'Each wire ends at the pad that serves it',
    why: 'A motor, a buzzer or LEDs answer only to the pad that the firmware gives them. Soldered elsewhere, or left off, they are dead, and what is at the other pad may be disturbed.',
    reads: ['assignment', 'wires'],
  },
  check: (context) => strayReports(context, ['pad', 'inputs']),
}
