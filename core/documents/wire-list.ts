import type { Wire, WireEnd } from '../harness'
import type { ResolvedPlan } from '../plan'
import { toCsv } from './csv'
import { fittedWires } from './wire-tables'

const header = [
  'id',
  'from',
  'from terminal',
  'from id',
  'from connector',
  'from contact',
  'to',
  'to terminal',
  'to id',
  'to connector',
  'to contact',
  'kind',
  'net',
  'colour',
  'gauge AWG',
  'length mm',
  'own lead mm',
  'note',
]

/** The wire list of a plan as CSV, one row a wire that is fitted. */
export function wireListCsv(resolved: ResolvedPlan, wires: Wire[]): string {
  const end = ({ device, label, point, connector, contact }: WireEnd) => [
    device ? (resolved.device(device)?.instance.name ?? device) : resolved.board.name,
    label,
    point,
    connector ?? '',
    contact ?? '',
  ]
  return toCsv(
    header,
    fittedWires(wires).map((wire) => [
      wire.number,
      ...end(wire.from),
      ...end(wire.to),
      wire.kind,
      wire.net,
      wire.colour,
      wire.gauge,
      wire.length,
      wire.lead?.length ?? '',
      wire.note,
    ]),
  )
}
