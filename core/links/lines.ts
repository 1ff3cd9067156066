import type { SerialNeed } from '../catalogue'

/** Lines of a port that a link takes. On one wire that is TX alone. */
export function linesTaken(need: SerialNeed, rate: { halfDuplex: boolean }): ('tx' | 'rx')[] {
  if (rate.halfDuplex) return ['tx']
  if (need.lines === 'both') return ['tx', 'rx']
  return need.lines === 'to-device' ? ['tx'] : ['rx']
}
