import type { Wire } from '../../../harness'
import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { fitWire } from '../../reports'

/** Groups of devices and the board that are joined by ground wires. */
function groundGroups(wires: Wire[]): (device: string) => string {
  const parent = new Map<string, string>()
  const root = (id: string): string => {
    const up = parent.get(id) ?? id
    return up === id ? id : root(up)
  }
  for (const wire of wires) {
    if (wire.kind === 'ground' && !wire.omitted) parent.set(root(wire.from.device!), root(wire.to.device ?? 'board'))
  }
  return root
}

function* check({ resolved, wires, name }: CheckContext): Iterable<Report> {
  const root = groundGroups(wires)
  const told = new Set<string>()
  for (const wire of wires) {
    if (wire.omitted || wire.kind === 'ground' || wire.kind === 'supply') continue
    const [near, far] = [wire.from.device!, wire.to.device ?? 'board']
    const fitted = resolved.device(near)!
    const hasGround = fitted.device.terminals.some((terminal) => terminal.role === 'ground')
    if (root(near) === root(far) || told.has(`${near} ${far}`) || !hasGround) continue
    told.add(`${near} ${far}`)
    const left = wires.find((ground) => ground.kind === 'ground' && ground.omitted && ground.from.device === near)
    yield {
      subjects: [referTo('wire', wire.id), referTo('device', near)],
      fact: `${wire.number} carries ${wire.kind === 'video' ? 'the picture' : 'a signal'} between ${nameOf(fitted)} and ${wire.to.device ? name(far) : resolved.board.name}, which share no ground`,
      fixes: left ? [fitWire(left)] : [],
    }
  }
}

export const sharedGround: Rule = {
  meta: {
    id: 'GND-02',
    family: 'ground',
    severity: 'fix',
    title: 'Both ends of a signal share a ground',
    why: 'A level means something only against a common ground. This is the commonest cause of a picture without text and of garbled data.',
    reads: ['wires'],
  },
  check,
}
