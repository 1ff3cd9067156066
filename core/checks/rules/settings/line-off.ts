import { needKind, resolveDevice, type Need, type SettingValue } from '../../../catalogue'
import { pointOf, wireId } from '../../../harness'
import { keyOf, referTo, terminalPoint, type Edit } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { aboutWire, causedBy, endWords, wireBack } from '../../reports'

type Fitted = CheckContext['resolved']['devices'][number]

/** A line of a device that is off, or done without: how that reads, and what brings it back. */
interface Off {
  need: Need
  because: string
  back: { label: string; edit: Edit }
}

function* linesOff({ resolved: { plan } }: CheckContext, fitted: Fitted): Iterable<Off> {
  const { id: device, instance } = fitted
  const whole = resolveDevice(plan.definitions.devices[instance.definition]!, instance.variant)
  for (const need of whole.needs) {
    if (instance.leftOut.includes(need.id)) {
      const edit: Edit = { type: 'need.leave-out', need: keyOf(device, need.id), leftOut: false }
      yield { need, because: 'is done without', back: { label: `Use ${need.label} after all`, edit } }
      continue
    }
    if (fitted.device.needs.some(({ id }) => id === need.id)) continue
    const set: Record<string, SettingValue> = plan.settings[device] ?? {}
    const off = whole.settings.find(({ id, acts, default: shipped }) => {
      const changed = acts?.[String(set[id] ?? shipped)]?.needs ?? {}
      return Object.entries(changed).some(([id, to]) => id === need.id && to === null)
    })
    if (!off) continue
    const edit: Edit = { type: 'setting.set', device, setting: off.id, value: null }
    yield { need, because: `is off in the part (${off.label})`, back: { label: `${off.label} as the part ships`, edit } }
  }
}

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, wires } = context
  for (const fitted of resolved.devices) {
    const used = new Set(fitted.device.needs.flatMap((need) => (isOn(fitted, need) ? terminalsOf(need) : [])))
    for (const { need, because, back } of linesOff(context, fitted)) {
      const terminals = terminalsOf(need).filter((terminal) => !used.has(terminal))
      for (const terminal of terminals) {
        const at = terminalPoint(fitted.id, terminal)
        const line = `${need.label} of ${nameOf(fitted)} ${because}`
        for (const wire of wires.filter(({ from, to, omitted }) => !omitted && [from, to].some((end) => pointOf(end) === at))) {
          const there = pointOf(wire.from) === at ? wire.to : wire.from
          yield {
            subjects: aboutWire(wire),
            fact: `${line}, and ${wire.number} leads it to ${endWords(context, there)}, where nothing will come`,
            fixes: [back, ...wireBack(context, wire)],
            ...causedBy(context, wire),
          }
        }
        const made = wireId(fitted.id, terminal)
        if (resolved.plan.built[made])
          yield {
            subjects: [referTo('device', fitted.id)],
            fact: `${line}, and its wire is ticked as made`,
            fixes: [back, { label: 'It is not made', edit: { type: 'wire.tick', wire: made, made: false } }],
          }
      }
    }
  }
}

const isOn = ({ instance }: Fitted, { id }: Need) => !instance.leftOut.includes(id)
const terminalsOf = (need: Need) =>
  needKind(need)
    .terminals(need)
    .map(({ terminal }) => terminal)

export const lineOff: Rule = {
  meta: {
    id: 'SET-08',
    family: 'settings',
    severity: 'fix',
    title: 'A line that is wired is turned on',
    why: 'A part that is told to send nothing on a line, or a line that is done without, leaves its wire dead. The board waits for values that never come, and nobody looks for the cause in a setting.',
    reads: ['device settings', 'needs left out', 'wires'],
  },
  check,
}
