import { formatOhms, formatVolts } from '../units'
import { batteryId, boardId, idIn, splitKey, type ResolvedPlan, isFlown, isOfCraft } from '../plan'
import { mappingWords, outputMapping } from '../suitability'
import { fittingsOf } from './fittings'
import type { Wire, WireKind } from './wires'

/** A step of making the harness: what to look at first, and the wires that may then be soldered. */
export interface BuildStep {
  id: string
  title: string
  /** What to check before going on. */
  check: string
  wires: Wire[]
}

const kindOrder: WireKind[] = ['ground', 'supply', 'signal', 'video']

/**
 * The order in which soldering is safe: the bare board is proven first, then the way of the power
 * from the battery on, then device after device, ground before supply before signals, so that
 * nothing is ever powered without its ground; last the first time under power.
 */
export function buildOrder(resolved: ResolvedPlan, wires: Wire[]): BuildStep[] {
  const fitted = wires.filter((wire) => !wire.omitted && isOfCraft(resolved, wire.from, wire.to))
  const devices = resolved.devices.filter(isFlown)
  const feedsBoard = ({ id }: Wire) => id.startsWith(`${boardId}.`)
  const inOrder = (some: Wire[]) =>
    some.sort(
      (a, b) =>
        kindOrder.indexOf(a.kind) - kindOrder.indexOf(b.kind) || a.number.localeCompare(b.number, 'en', { numeric: true }),
    )
  const ofDevice = (id: string) => inOrder(fitted.filter((wire) => wire.from.device === id && !feedsBoard(wire)))
  const makers = inFeedOrder(
    resolved,
    devices.filter(({ device }) => device.outputs.length),
  )
  const others = devices.filter((fittedDevice) => !makers.includes(fittedDevice))
  const rails = resolved.board.rails
    .filter((rail) => rail.volts !== undefined && rail.kind !== 'usb')
    .map((rail) => `${rail.label} at its pad`)
  const { min, max } = resolved.battery
  const bare: BuildStep = {
    id: 'bare-board',
    title: 'The bare board',
    check: `Before soldering: connect USB and see that it answers. Then feed ${min} to ${formatVolts(max)} from a bench supply limited to 300 mA, plus to battery pad, and measure ${rails.join(', ') || 'the battery pads'}.`,
    wires: [],
  }
  const feed: BuildStep = {
    id: 'board-supply',
    title: 'Supply of the board',
    check:
      'Measure from the supply pad to ground: no short. Feed it by the battery lead from a bench supply limited to 300 mA and measure the pads again: right voltage, plus at plus.',
    wires: inOrder(fitted.filter(feedsBoard)),
  }
  const step = (id: string, name: string, check: string): BuildStep => ({ id, title: name, check, wires: ofDevice(id) })
  const sends = devices.filter(({ device }) => device.radios.some((radio) => radio.sends))
  const antennas = sends.length ? ` Antennas on ${sends.map(({ instance }) => instance.name).join(', ')}.` : ''
  const mapped = outputMapping(resolved)
  const mapping = mapped.length ? ` Before the motors spin: ${mapped.map(mappingWords).join('; ')}.` : ''
  const last: BuildStep = {
    id: 'power-up',
    title: 'First power-up',
    check: `Propellers off.${antennas} Measure from battery plus to minus: no short. Then ${min} to ${formatVolts(max)} from a bench supply limited to 1 A, or the battery by a fuse-limited lead; touch each regulator and ESC: none gets hot. Only then the battery itself.${mapping}`,
    wires: [],
  }
  const resistors = fittingsOf(resolved)
  const fit: BuildStep = {
    id: 'resistors',
    title: resistors.length === 1 ? 'Resistor' : 'Resistors',
    check: `Fit ${resistors.map(({ ohms, from, to, what }) => `${formatOhms(ohms)} from ${from} to ${to} (${what})`).join(', ')}. Measure each between its two points.`,
    wires: [],
  }
  const measured = ({ label, volts }: (typeof makers)[number]['device']['outputs'][number]) =>
    `${label}${volts === undefined ? ' (battery voltage)' : ` ${formatVolts(volts)}`}`
  return [
    bare,
    ...makers.map(({ id, instance, device }) =>
      step(id, instance.name, `Alone, before anything hangs on it: measure ${device.outputs.map(measured).join(', ')}.`),
    ),
    feed,
    ...others.map(({ id, instance }) =>
      step(id, instance.name, 'Measure from each supply wire to ground before plugging it in: no short, and the right voltage.'),
    ),
    ...resolved.parts
      .filter(({ id }) => resolved.plan.joints[id])
      .map(({ id, instance }) =>
        step(
          id,
          instance.name,
          'Slide the heat-shrink on first. Measure through from each wire to the next before it is shrunk.',
        ),
      ),
    fit,
    last,
  ].filter(
    (step) =>
      step === bare || (step === fit && resistors.length > 0) || (step === last && fitted.length > 0) || step.wires.length,
  )
}

/** What gives supplies, nearest to the battery first. */
function inFeedOrder(resolved: ResolvedPlan, makers: ResolvedPlan['devices']): ResolvedPlan['devices'] {
  const depth = (id: string, seen: string[] = []): number => {
    if (id === batteryId || seen.includes(id)) return 0
    const sources = resolved.supplies
      .filter(({ fitted }) => fitted.id === id)
      .map(({ key }) => splitKey(idIn('output', resolved.plan.supplies[key]) ?? '')[0] || boardId)
    return 1 + Math.max(0, ...sources.map((source) => (source === boardId ? makers.length : depth(source, [...seen, id]))))
  }
  return [...makers].sort((one, other) => depth(one.id) - depth(other.id))
}
