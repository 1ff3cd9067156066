import { memo } from '../memo'
import type { SerialNeed, SerialOption, SerialPort } from '../catalogue'
import { idIn, type FittedNeed, type LinkSettings, type LinkSide, type Placement, type ResolvedPlan } from '../plan'
import type { Baud } from '../units'
import { linkLoad, messagesUnder } from './format'

/** All values of one end of a serial link. */
export type LinkValues = Required<LinkSettings>

/** A serial link with the values that apply at both of its ends. */
export interface SerialLink extends Record<LinkSide, LinkValues> {
  need: FittedNeed & { need: SerialNeed }
  port: SerialPort
  placement: Placement
  /** The device's way of speaking that the link was placed with. */
  option: SerialOption
  /** What the port is set to do: to take in, or to give out, what the board's protocol carries. */
  function?: string
  /** Board-wide feature that the board's protocol wants, and whether it is on. */
  feature?: { name: string; on: boolean }
}

/** What both ends of a link are set to under one of the device's ways of speaking: its own values where it names them, the protocol's otherwise. */
export function agreedValues({ protocols }: Pick<ResolvedPlan, 'protocols'>, option: SerialOption, baud: Baud): LinkValues {
  const protocol = protocols[option.protocol]
  return {
    protocol: option.protocol,
    baud,
    format: option.format ?? protocol?.format ?? '8N1',
    inverted: option.inverted ?? protocol?.inverted ?? false,
    halfDuplex: option.halfDuplex ?? protocol?.halfDuplex ?? false,
  }
}

/** Rates of an option that a port takes, the device's own default first, then from the fastest down. */
export function ratesOf({ bauds, default: preferred }: SerialOption, port: Pick<SerialPort, 'minBaud' | 'maxBaud'>): Baud[] {
  const down = [...bauds].sort((one, other) => other - one)
  return [...new Set([preferred, ...down])].filter((baud) => baud >= port.minBaud && baud <= port.maxBaud)
}

/** Whether a configuration program can set up the board over a link, while disarmed. */
export function opensConfiguration(resolved: ResolvedPlan, { need: { need }, board, placement }: SerialLink): boolean {
  return need.configures && need.states !== 'armed' && placement.during !== 'armed' && carriesConfiguration(resolved, board)
}

/** Whether an end is set to the protocol by which the board is configured. */
export function carriesConfiguration({ board }: ResolvedPlan, { protocol }: Pick<LinkValues, 'protocol'>): boolean {
  return protocol === board.configuration.protocol
}

/** The serial links of a plan as assigned, with what is set by hand at either end laid over. */
export const serialLinks = memo((resolved: ResolvedPlan): SerialLink[] =>
  resolved.needs.flatMap((fitted) => {
    const { need } = fitted
    const placement = resolved.plan.assignment[fitted.key]
    const port = resolved.port(idIn('port', placement?.place) ?? '')
    return need.kind === 'serial' && placement && port ? [linkAt(resolved, { ...fitted, need }, port, placement)] : []
  }),
)

/**
 * A link at a port. A placement that names a protocol which the device does not speak sets the board's end alone.
 * @param byHand what is set by hand at its ends; that of the plan when missing
 */
export function linkAt(
  resolved: ResolvedPlan,
  need: SerialLink['need'],
  port: SerialPort,
  placement: Placement,
  byHand: Partial<Record<LinkSide, LinkSettings>> | undefined = resolved.plan.links[need.key],
): SerialLink {
  const { options } = need.need
  const option = options.find(({ protocol }) => protocol === placement.protocol) ?? options[0]!
  const agreed = agreedValues(resolved, option, placement.baud ?? ratesOf(option, port)[0] ?? option.default)
  const board: LinkValues = { ...agreed, protocol: placement.protocol ?? agreed.protocol, ...byHand?.board }
  const protocol = resolved.protocols[board.protocol]
  const { function: does, feature: wanted } = (need.need.lines === 'to-device' && protocol?.outward) || (protocol ?? {})
  return {
    need,
    port,
    placement,
    option,
    board,
    device: { ...agreed, ...byHand?.device },
    ...(does === undefined ? {} : { function: does }),
    ...(wanted === undefined ? {} : { feature: { name: wanted, on: resolved.plan.features[wanted] ?? true } }),
  }
}

/** Utilisation of a link's fuller direction at a rate, with what the device sends and takes in its way of speaking. */
export function loadOf({ need: { need }, option, board }: SerialLink, baud: Baud = board.baud): number {
  return linkLoad(messagesUnder(need.messages, option.protocol), board.format, baud, board.halfDuplex)
}

/** Lines of a port that a link takes. On one wire that is TX alone, or RX where the board says so. */
export function linesTaken(
  need: SerialNeed,
  values: Pick<LinkValues, 'halfDuplex'>,
  { oneWire = 'tx' }: Pick<SerialPort, 'oneWire'>,
): ('tx' | 'rx')[] {
  if (values.halfDuplex) return [oneWire]
  if (need.lines === 'both') return ['tx', 'rx']
  return need.lines === 'to-device' ? ['tx'] : ['rx']
}

/** The device's terminal at the other end of a line of the port: it listens on what the board's TX drives; on one wire one terminal does both. */
export function terminalAt({ tx, rx }: SerialNeed, line: 'tx' | 'rx'): string | undefined {
  return line === 'tx' ? (rx ?? tx) : (tx ?? rx)
}
