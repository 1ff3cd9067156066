import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved, through }: CheckContext): Iterable<Report> {
  for (const fitted of resolved.devices) {
    const throughSignal = fitted.device.supplies.some(({ ground }) => ground === undefined)
    const own = through.filter((wire) => wire.from.device === fitted.id)
    for (const { type, pins } of fitted.device.connectors) {
      const used = own.filter((wire) => pins.includes(wire.from.point))
      const carries = used.some(({ kind }) => kind === 'signal' || kind === 'video')
      if (!carries || throughSignal || used.some(({ kind }) => kind === 'ground')) continue
      const ground = own.find(({ kind }) => kind === 'ground')
      yield {
        subjects: [referTo('device', fitted.id), ...used.map((wire) => referTo('wire', wire.id))],
        fact: `the lead of ${nameOf(fitted)} on ${type} (${used.map(({ from }) => from.label).join(', ')}) has no ground; ${ground ? `its current returns by ${ground.number} to ${ground.to.label}` : 'there is no way back'}`,
      }
    }
  }
}

export const signalLead: Rule = {
  meta: {
    id: 'GND-05',
    family: 'ground',
    severity: 'note',
    title: 'Ground of a signal-only lead',
    why: 'A lead with signals and no ground leans on the ground of another lead; when that one is unplugged, the signal floats.',
    reads: ['connectors', 'wires'],
  },
  check,
}
