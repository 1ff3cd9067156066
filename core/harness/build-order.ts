import type { ResolvedPlan } from '../plan'
import type { Wire, WireKind } from './wires'

/** A step of making the harness: what to look at first, and the wires that may then be soldered. */
export interface BuildStep {
  title: string
  /** What to check before going on. */
  check: string
  wires: Wire[]
}

const kindOrder: WireKind[] = ['ground', 'supply', 'signal', 'video']

/**
 * The order in which soldering is safe: the bare board is proven first, then what
 * makes supplies, then device after device, ground before supply before signals,
 * so that nothing is ever powered without its ground.
 */
export function buildOrder(resolved: ResolvedPlan, wires: Wire[]): BuildStep[] {
  const fitted = wires.filter((wire) => !wire.omitted)
  const ofDevice = (id: string) =>
    fitted
      .filter((wire) => wire.from.device === id)
      .sort(
        (a, b) =>
          kindOrder.indexOf(a.kind) - kindOrder.indexOf(b.kind) || a.number.localeCompare(b.number, 'en', { numeric: true }),
      )
  const makers = resolved.devices.filter(({ device }) => device.outputs.length)
  const others = resolved.devices.filter((fittedDevice) => !makers.includes(fittedDevice))
  const rails = resolved.board.rails
    .filter((rail) => rail.volts !== undefined && rail.kind !== 'usb')
    .map((rail) => `${rail.label} at its pad`)
  const bare: BuildStep = {
    title: 'The bare board',
    check: `Before soldering: connect USB and see that it answers. Then feed ${resolved.battery.min} to ${resolved.battery.max} V from a bench supply limited to 300 mA, plus to battery pad, and measure ${rails.join(', ') || 'the battery pads'}.`,
    wires: [],
  }
  const step = (id: string, name: string, check: string): BuildStep => ({ title: name, check, wires: ofDevice(id) })
  return [
    bare,
    ...makers.map(({ id, instance, device }) =>
      step(
        id,
        instance.name,
        `Alone, before anything hangs on it: measure ${device.outputs.map((output) => `${output.label}${output.volts === undefined ? ' (battery voltage)' : ` ${output.volts} V`}`).join(', ')}.`,
      ),
    ),
    ...others.map(({ id, instance }) =>
      step(id, instance.name, 'Measure from each supply wire to ground before plugging it in: no short, and the right voltage.'),
    ),
  ].filter((step) => step === bare || step.wires.length)
}
