import type { Wire } from '../../../harness'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Groups of devices and the board that are joined by ground wires. */
export function groundGroups(wires: Wire[]): (device: string) => string {
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

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  const root = groundGroups(wires)
  const told = new Set<string>()
  for (const wire of wires) {
    if (wire.omitted || wire.kind === 'ground' || wire.kind === 'supply') continue
    const [one, other] = [wire.from.device!, wire.to.device ?? 'board']
    const fitted = resolved.device(one)!
    const hasGround = fitted.device.terminals.some((terminal) => terminal.role === 'ground')
    if (root(one) === root(other) || told.has(`${one} ${other}`) || !hasGround) continue
    told.add(`${one} ${other}`)
    const far = wire.to.device ? nameOf(resolved.device(wire.to.device)!) : resolved.board.name
    const left = wires.find((ground) => ground.kind === 'ground' && ground.omitted && ground.from.device === one)
    yield {
      subjects: [`wire:${wire.id}`, `device:${one}`],
      fact: `${wire.number} carries ${wire.kind === 'video' ? 'the picture' : 'a signal'} between ${nameOf(fitted)} and ${far}, which share no ground`,
      fixes: left
        ? [{ label: `Fit ${left.number}`, edit: { type: 'wire.set', wire: left.id, override: { omitted: false } } }]
        : [],
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
