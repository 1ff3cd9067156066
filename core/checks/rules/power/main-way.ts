import { wireId } from '../../../harness'
import { formatAmps } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { distributionWish } from '../../distribution'
import { aboutWire, endWords, feedFixes, suitingSources, supplyReports, wireBack, causedBy } from '../../reports'

/** Motor current that comes back by a ground pad of a board which is not made for it. */
function* wayBack(context: CheckContext): Iterable<Report> {
  const { resolved, circuit, power, feeds } = context
  if (resolved.board.rails.some(({ main }) => main)) return
  for (const { supply, source } of feeds) {
    // What is not fed yet takes no current, and has no way back to judge.
    if (!source) continue
    const { fitted, main } = supply
    const wire = circuit.wires.find(({ id }) => id === wireId(fitted.id, supply.supply.ground ?? ''))
    const end = wire && [wire.from, wire.to].find(({ device }) => device === undefined)
    if (!main || !wire || !end) continue
    const { peak = supply.supply.peak } = power.flows.get(wire.id) ?? {}
    yield {
      subjects: [...aboutWire(wire), ...aboutSupply(supply)],
      fact: `${nameOf(fitted)}: its motor current, up to ${formatAmps(peak)}, comes back by ${endWords(context, end)} of the board, which is not made for it (${wire.number})`,
      fixes: wireBack(context, wire),
      ...causedBy(context, wire),
    }
  }
}

export const mainWay: Rule = {
  meta: {
    id: 'PWR-12',
    family: 'power',
    severity: 'stop',
    title: 'Motor current takes a way made for it',
    why: 'Tens of amperes through a pad or trace of a flight controller burn it off. Motors are fed from the battery, by a distribution board or a four-in-one ESC; the board only where it is built for it and says so.',
    reads: ['supplies', 'motor currents', 'wires'],
  },
  *check(context) {
    const reports = supplyReports(context, 'PWR-12', ({ supply }) =>
      feedFixes(context, supply, suitingSources(context, supply), ({ label }) => `Feed it from ${label}`),
    )
    for (const report of reports) yield { ...report, wants: distributionWish(context) }
    yield* wayBack(context)
  },
}
