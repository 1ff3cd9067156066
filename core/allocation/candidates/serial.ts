import type { Board, SerialNeed, SerialOption, SerialPort } from '../../catalogue'
import { baudError, baudTolerance, linesTaken, linkLoad } from '../../links'
import type { FittedNeed, ResolvedPlan } from '../../plan'
import { formatBaud, formatShare } from '../../units'
import type { Candidate, LinkRate, Offer, Reason } from '../verdict'
import { featureModes, movedDefault, pinModes, pinUnits } from './pins'

const refuse = (rule: string, text: string): Reason => ({ rule, text, risk: 0 })

/** Values of a link under an option: the device's own where it names them, the protocol's otherwise. */
function linkRate(resolved: ResolvedPlan, option: SerialOption, baud = option.default): LinkRate {
  const protocol = resolved.protocols[option.protocol]
  return {
    protocol: option.protocol,
    baud,
    frame: option.frame ?? protocol?.frame ?? '8N1',
    inverted: option.inverted ?? protocol?.inverted ?? false,
    halfDuplex: option.halfDuplex ?? protocol?.halfDuplex ?? false,
  }
}

/** What each serial port of the board offers a serial need. */
export function serialOffers(resolved: ResolvedPlan, fitted: FittedNeed & { need: SerialNeed }): Offer[] {
  return resolved.board.ports
    .filter((port) => port.kind !== 'usb')
    .map((port) => {
      const tried = fitted.need.options.map((option) => tryOption(resolved, fitted.need, port, option))
      const candidates = tried.flatMap(({ candidates }) => candidates)
      const refusals = candidates.length ? [] : unlike(tried.flatMap((one) => one.refusals))
      return { place: `port:${port.id}`, candidates, refusals }
    })
}

function unlike(reasons: Reason[]): Reason[] {
  return reasons.filter((reason, at) => reasons.findIndex((other) => other.text === reason.text) === at)
}

function tryOption(resolved: ResolvedPlan, need: SerialNeed, port: SerialPort, option: SerialOption) {
  const refusals = [...portRefusals(resolved, need, port, linkRate(resolved, option))]
  if (refusals.length) return { candidates: [], refusals }
  const fast = (baud: number) => baud <= port.maxBaud && baud >= port.minBaud
  const baud = fast(option.default) ? option.default : Math.max(...option.bauds.filter(fast))
  if (!Number.isFinite(baud)) {
    const lowest = Math.min(...option.bauds)
    const text = `${port.label} reaches ${formatBaud(port.maxBaud)}; ${nameOf(resolved, option)} needs at least ${formatBaud(lowest)}`
    return { candidates: [], refusals: [refuse('SER-05', text)] }
  }
  const rate = linkRate(resolved, option, baud)
  const error = baudError(port, baud)
  const tolerance = baudTolerance(rate.frame)
  if (Math.abs(error) >= tolerance) {
    const text = `${port.label} makes ${formatBaud(baud)} with an error of ${formatShare(error)}; ${rate.frame} bears ${formatShare(tolerance)}`
    return { candidates: [], refusals: [refuse('SER-06', text)] }
  }
  const load = linkLoad(need.messages, rate.frame, baud, rate.halfDuplex)
  if (load > 1) {
    const text = `at ${formatBaud(baud)} its messages would fill the line to ${formatShare(load)}`
    return { candidates: [], refusals: [refuse('LOD-01', text)] }
  }
  const reasons = [
    ...portCosts(port, need),
    ...rateCosts(port, option, rate, load, error),
    ...pinCosts(resolved.board, need, port, rate),
  ]
  return {
    candidates: statesOf(need, port).map((during) => candidate(resolved, need, port, rate, reasons, during)),
    refusals: [],
  }
}

function nameOf(resolved: ResolvedPlan, option: SerialOption): string {
  return resolved.protocols[option.protocol]?.name ?? option.protocol
}

function* portRefusals(resolved: ResolvedPlan, need: SerialNeed, port: SerialPort, rate: LinkRate): Iterable<Reason> {
  for (const line of linesTaken(need, rate)) {
    const end = port[line]
    const name = line.toUpperCase()
    if (!end) {
      yield refuse(port.kind === 'software' ? 'SER-15' : 'SER-07', `${port.label} has no ${name} on this revision`)
      continue
    }
    if (!resolved.padsOfPin(end.pin).length) yield refuse('SER-15', `${name} of ${port.label} is not brought out to a pad`)
    if (rate.inverted && end.inverter === 'none') {
      yield refuse('SER-09', `${name} of ${port.label} has no inverter; the signal is inverted`)
    }
    if (!rate.inverted && end.inverter === 'fixed') {
      yield refuse('SER-09', `${name} of ${port.label} is always inverted; the signal is not`)
    }
  }
  if (rate.halfDuplex && !port.halfDuplex) yield refuse('SER-08', `${port.label} cannot talk both ways on one wire`)
}

function portCosts(port: SerialPort, need: SerialNeed): Reason[] {
  const reasons: Reason[] = []
  if (port.usbShared) {
    const lost = `${port.label} is wired to the USB bridge: this link is lost while USB is in use`
    reasons.push({ rule: need.interruptible ? 'SER-10' : 'SER-12', text: lost, risk: need.interruptible ? 8 : 30 })
  }
  if (port.kind === 'software') {
    const text = `${port.label} is made in software: up to ${formatBaud(port.maxBaud)}, each bit costs processor time`
    reasons.push({ rule: 'LOD-07', text, risk: need.interruptible ? 6 : 25 })
  }
  return reasons
}

function rateCosts(port: SerialPort, option: SerialOption, rate: LinkRate, load: number, error: number): Reason[] {
  const reasons: Reason[] = []
  if (rate.baud !== option.default) {
    const text = `runs at ${formatBaud(rate.baud)} instead of ${formatBaud(option.default)}; set the device to it`
    reasons.push({ rule: 'SER-05', text, risk: 4 })
  }
  if (load > 0.7) {
    reasons.push({ rule: 'LOD-01', text: `fills the line to ${formatShare(load)}`, risk: 8 })
  } else if (load > 0) {
    reasons.push({ rule: 'LOD-01', text: `fills the line to ${formatShare(load)}`, risk: 0 })
  }
  if (Math.abs(error) > 0.01) {
    reasons.push({ rule: 'SER-06', text: `${port.label} makes this rate with an error of ${formatShare(error)}`, risk: 3 })
  }
  return reasons
}

function pinCosts(board: Board, need: SerialNeed, port: SerialPort, rate: LinkRate): Reason[] {
  return linesTaken(need, rate).flatMap((line) =>
    movedDefault(board, port[line]!.pin, `port:${port.id}`, `${line.toUpperCase()} of ${port.label}`),
  )
}

/** Flight states in which the need can have the port to itself. */
function statesOf(need: SerialNeed, port: SerialPort): (undefined | 'disarmed' | 'armed')[] {
  return port.stateShared && need.states !== 'both' && need.interruptible ? [undefined, need.states] : [undefined]
}

/** How a port is used: by one link, by a listener and a talker, or by one link in each flight state. */
type Shape = 'whole' | 'split' | 'by state'

function candidate(
  resolved: ResolvedPlan,
  need: SerialNeed,
  port: SerialPort,
  rate: LinkRate,
  reasons: Reason[],
  during: 'disarmed' | 'armed' | undefined,
): Candidate {
  const { board } = resolved
  const lines = linesTaken(need, rate)
  const oneSided = port.splitUse && need.lines !== 'both' && !rate.halfDuplex
  const shape: Shape = during ? 'by state' : oneSided ? 'split' : 'whole'
  const slot = { whole: port.id, split: `${port.id}.${lines[0]}`, 'by state': `${port.id}@${during}` }[shape]
  const setting = `${rate.baud} ${rate.frame}${rate.inverted ? ' inverted' : ''}`
  const features = [`port:${port.id}`, ...(port.kind === 'software' ? ['software-serial'] : [])]
  return {
    placement: { place: `port:${port.id}`, protocol: rate.protocol, baud: rate.baud, ...(during ? { during } : {}) },
    reasons: during ? [...reasons, sharedReason(port, during)] : reasons,
    units: [slot, ...lines.flatMap((line) => pinUnits(board, port[line]!.pin, during))],
    modes: [
      ...(port.splitUse || port.stateShared ? [[`shape:${port.id}`, shape] as [string, string]] : []),
      ...(shape === 'split' ? [[`rate:${port.id}`, setting] as [string, string]] : []),
      ...lines.flatMap((line) => pinModes(board, port[line]!.pin, 'serial')),
      ...featureModes(board, features),
    ],
    loads: resolved.protocols[rate.protocol]?.configuration ? [['configuration', 1]] : [],
  }
}

function sharedReason(port: SerialPort, during: 'disarmed' | 'armed'): Reason {
  const cut =
    during === 'disarmed' ? 'arming cuts this link until you disarm' : 'this link starts on arming and ends on disarming'
  return { rule: 'SER-11', text: `${port.label} is shared by flight state: ${cut}`, risk: 5 }
}
