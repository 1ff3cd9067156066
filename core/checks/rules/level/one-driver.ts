import type { CheckContext, Report, Rule } from '../../context'
import { driversOf, driverWords, type Driver } from '../../drives'
import { joinersOf, joinWords } from '../../joins'
import { aboutWire, pairs, wireBack } from '../../reports'

const areBus = ([one, other]: [Driver, Driver]) => one.bus && other.bus

function* check(context: CheckContext): Iterable<Report> {
  const { circuit } = context
  const inNets = new Map<string, Driver[]>()
  for (const driver of driversOf(context)) {
    const net = circuit.net(driver.point)
    inNets.set(net, [...(inNets.get(net) ?? []), driver])
  }
  const told = new Set<string>()
  for (const drivers of inNets.values()) {
    // Buses last: where one wire joins more than those, that is what is grave of it.
    const together = pairs(drivers).toSorted((a, b) => Number(areBus(a)) - Number(areBus(b)))
    for (const [one, other] of together) {
      if (one.line === other.line) continue
      const joiners = joinersOf(context, one.point, other.point)
      const by = joiners.map(({ id }) => id).join(' ')
      // Where several meet by one join, taking it away parts them all.
      if (!joiners.length || told.has(by)) continue
      told.add(by)
      yield {
        severity: areBus([one, other]) ? 'fix' : 'stop',
        cause: joiners.map(({ id }) => id),
        subjects: [...new Set([...joiners.flatMap(aboutWire), ...one.subjects, ...other.subjects])],
        fact: `${joinWords(context, joiners)} ${driverWords(context, one)} with ${driverWords(context, other)}, and both drive it`,
        fixes: joiners.flatMap((wire) => wireBack(context, wire)),
      }
    }
  }
}

export const oneDriver: Rule = {
  meta: {
    id: 'LVL-04',
    family: 'level',
    severity: 'stop',
    title: 'One driver on each signal',
    why: 'Two outputs on one net work against each other: neither is heard, and where one is high while the other is low, both carry more than they are made for. Motors and servos may move as nobody asked.',
    reads: ['wires', 'assignment', 'terminal directions', 'video chain'],
  },
  check,
}
