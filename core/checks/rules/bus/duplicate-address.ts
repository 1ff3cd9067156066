import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { busParts, keepOff, pairs } from '../../places'

const hex = (address: number) => `0x${address.toString(16).padStart(2, '0')}`

function* check(context: CheckContext): Iterable<Report> {
  const parts = busParts(context).map((part) => ({ ...part, address: part.placement.address ?? part.need.need.addresses[0]! }))
  const label = (place: string) => context.resolved.board.i2c.find(({ id }) => place === `i2c:${id}`)?.label ?? place
  for (const [one, other] of pairs(parts)) {
    if (one.placement.place !== other.placement.place || one.address !== other.address) continue
    yield {
      subjects: [...aboutNeed(one.need), ...aboutNeed(other.need)],
      fact: `${needName(one.need)} and ${needName(other.need)} both answer to ${hex(one.address)} on ${label(one.placement.place)}`,
      fixes: [one, other].map((part) => keepOff(part.need, part.placement.place, label(part.placement.place))),
    }
  }
  for (const { need, placement, address } of parts) {
    const bus = context.resolved.board.i2c.find(({ id }) => placement.place === `i2c:${id}`)
    const own = bus?.onBoard.find((part) => part.address === address)
    if (!own) continue
    yield {
      subjects: aboutNeed(need),
      fact: `${needName(need)} and the board's own ${own.name} both answer to ${hex(address)} on ${bus!.label}`,
      fixes: [keepOff(need, placement.place, bus!.label)],
    }
  }
}

export const duplicateAddress: Rule = {
  meta: {
    id: 'BUS-01',
    family: 'bus',
    severity: 'fix',
    title: 'No two parts on one I²C address',
    why: 'Two parts on one address answer together, and what is read is the mixture of both. Both then look faulty.',
    reads: ['assignment', 'I²C buses'],
  },
  check,
}
