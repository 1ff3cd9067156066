import type { SerialOption, SerialPort } from '../catalogue'
import {
  achievableBaud,
  baudError,
  baudTolerance,
  carriesConfiguration,
  linesTaken,
  linkAt,
  loadOf,
  ratesOf,
  terminalAt,
  type LinkValues,
  type SerialLink,
  headRoom,
} from '../links'
import { idIn, referTo, type Placement, type ResolvedPlan, isFlown } from '../plan'
import { formatBaud, formatShare, type Baud } from '../units'
import { alike, alone, share, type Claim } from './claim'
import { costly, impossible, remark, type Fact } from './fact'
import { controlClaims } from './control'
import { levelFacts } from './levels'
import { isPartPort, partPortOffers, partPortWay } from './part-ports'
import { featureClaims, featureFacts, heldFacts, pinClaims } from './pins'
import { storageOffers, storageWay } from './storage'
import { sharingTurns } from './turns'
import type { Offer, Way } from './way'
import { keepingAWayIn, wayInClaims, wayInFacts } from './way-in'

type Link = SerialLink['need']
type FlightState = 'disarmed' | 'armed'

/** Share of a line at which it is full. */
const full = 1
/** Share of the rate tolerance that the board may use up; the rest is the device's. */
const ownShare = 0.5

/** What each serial port of the board offers a link: each way of speaking at the best rate for it, always or in one flight state. */
export function serialOffers(resolved: ResolvedPlan, need: Link): Offer[] {
  const ports = resolved.board.ports.filter((port) => port.kind !== 'usb')
  return [
    ...ports.map((port) => ({
      place: referTo('port', port.id),
      ways: need.need.options.flatMap((option) =>
        statesOf(need, port).flatMap((during) =>
          keepingAWayIn(resolved, port, bestWay(resolved, need, port, { protocol: option.protocol, during })),
        ),
      ),
    })),
    ...storageOffers(resolved, need),
    ...partPortOffers(resolved, need),
  ]
}

/** Flight states in which the link can have the port to itself. */
function statesOf({ need }: Link, port: SerialPort): (undefined | FlightState)[] {
  return port.stateShared && need.states !== 'both' && need.interruptible ? [undefined, need.states] : [undefined]
}

/** The first rate at which the link can run there; the first at all when there is none. */
function bestWay(
  resolved: ResolvedPlan,
  need: Link,
  port: SerialPort,
  { protocol, during }: { protocol: string; during?: FlightState },
): Way {
  const option = need.need.options.find((option) => option.protocol === protocol)!
  const rates = ratesOf(option, port)
  const linkAtRate = (baud: Baud) =>
    linkAt(resolved, need, port, { place: referTo('port', port.id), protocol, baud, ...(during ? { during } : {}) }, {})
  const first = linkAtRate(rates[0] ?? option.default)
  const others = otherFacts(resolved, first)
  const runs = others.some((fact) => fact.impossible)
    ? undefined
    : rates.find((baud) => !rateFacts(resolved, { ...first, board: { ...first.board, baud } }).some((fact) => fact.impossible))
  return wayOf(resolved, runs === undefined || runs === rates[0] ? first : linkAtRate(runs), others)
}

/** A link as it stands at its port. */
export function serialWay(resolved: ResolvedPlan, link: SerialLink): Way {
  return wayOf(resolved, link, otherFacts(resolved, link))
}

function wayOf(resolved: ResolvedPlan, link: SerialLink, others: Fact[]): Way {
  return {
    placement: link.placement,
    facts: [...others, ...rateFacts(resolved, link)],
    claims: claimsOf(resolved, link, featuresOf(link.port)),
  }
}

/** All that does not depend on the rate. */
function otherFacts(resolved: ResolvedPlan, link: SerialLink): Fact[] {
  return [
    ...lineFacts(resolved, link),
    ...stateFacts(link),
    ...portFacts(link),
    ...spokenFacts(resolved, link),
    ...wayInFacts(resolved, link),
    ...featureFacts(resolved.board, featuresOf(link.port)),
  ]
}

/** A link whose port this board does not have. */
export function serialPlaced(resolved: ResolvedPlan, need: Link, placement: Placement): Way {
  if (idIn('storage', placement.place) !== undefined) return storageWay(resolved, need, placement)
  if (isPartPort(placement)) return partPortWay(resolved, need, placement)
  const id = idIn('port', placement.place)
  const port = resolved.port(id ?? '')
  if (port) return serialWay(resolved, linkAt(resolved, need, port, placement))
  const label = resolved.plan.definitions.boards[resolved.board.id]?.ports[id ?? '']?.label ?? placement.place
  return {
    placement,
    facts: [impossible('SER-15', `${label} is not there on ${resolved.board.name} rev ${resolved.board.revision}`)],
    claims: [],
  }
}

function featuresOf(port: SerialPort): string[] {
  return [`port:${port.id}`, ...(port.kind === 'software' ? ['software-serial'] : [])]
}

function* lineFacts(resolved: ResolvedPlan, { need, port, board, device }: SerialLink): Iterable<Fact> {
  const { revision } = resolved.board
  for (const line of linesTaken(need.need, board, port)) {
    const end = port[line]
    const name = `${line.toUpperCase()} of ${port.label}`
    if (!end) {
      yield impossible('SER-07', `${port.label} has no ${line.toUpperCase()} on revision ${revision}`)
      continue
    }
    const [pad] = resolved.padsOfPin(end.pin)
    if (!pad) yield impossible('SER-15', `${name} is not brought out to a pad on revision ${revision}`)
    if (device.inverted && end.inverter === 'none') yield impossible('SER-09', `${name} has no inverter; the signal is inverted`)
    if (!device.inverted && end.inverter === 'fixed') yield impossible('SER-09', `${name} is always inverted; the signal is not`)
    const pin = resolved.pin(end.pin)
    const id = terminalAt(need.need, line)
    const terminal = need.fitted.device.terminals.find((terminal) => terminal.id === id)
    yield* levelFacts(terminal, pin, `pad ${pad?.label ?? end.pin}`)
    yield* heldFacts(pin, `port:${port.id}`, name)
  }
  if (port.tx && port.tx.pin === port.rx?.pin && linesTaken(need.need, board, port).length > 1) {
    yield impossible('SER-08', `${port.label} has TX and RX on one pin: it talks one way at a time`)
  }
  if ((device.halfDuplex || board.halfDuplex) && !port.halfDuplex) {
    yield impossible('SER-08', `${port.label} cannot talk both ways on one wire`)
  }
}

function rateFacts({ protocols }: ResolvedPlan, link: SerialLink): Fact[] {
  const { port, board, option } = link
  const { baud } = board
  return [
    ...limitFacts(port, option, baud),
    ...errorFacts(port, board),
    ...loadFacts(loadOf(link), baud, protocols[option.protocol]?.recorded ?? false),
  ]
}

function limitFacts(port: SerialPort, option: SerialOption, baud: Baud): Fact[] {
  if (baud >= port.minBaud && baud <= port.maxBaud) {
    if (baud === option.default) return []
    return [costly('SER-05', `runs at ${formatBaud(baud)} instead of ${formatBaud(option.default)}; set the device to it`, 4)]
  }
  const slowest = Math.min(...option.bauds)
  const wants = slowest > port.maxBaud && slowest !== baud ? `, at least ${formatBaud(slowest)}` : ''
  const reaches = baud > port.maxBaud ? `reaches ${formatBaud(port.maxBaud)}` : `starts at ${formatBaud(port.minBaud)}`
  return [impossible('SER-05', `runs at ${formatBaud(baud)}${wants}; ${port.label} ${reaches}`)]
}

function errorFacts(port: SerialPort, { baud, format }: LinkValues): Fact[] {
  const error = baudError(port, baud)
  const tolerance = baudTolerance(format, port.oversampling)
  if (Math.abs(error) <= tolerance * ownShare) return []
  const text = `${port.label} makes ${formatBaud(achievableBaud(port, baud))} of ${formatBaud(baud)}: ${formatShare(error)} off; both ends together may be ${formatShare(tolerance)} off at ${format}`
  return [Math.abs(error) >= tolerance ? impossible('SER-06', text) : costly('SER-06', text, 3, 'weigh')]
}

function loadFacts(load: number, baud: Baud, records: boolean): Fact[] {
  if (load <= 0) return []
  const rule = records ? 'LOD-02' : 'LOD-01'
  const lost = records && load > full ? `: ${formatShare(1 - 1 / load)} of them are lost` : ''
  const text = `its ${records ? 'records' : 'messages'} fill the line to ${formatShare(load)} at ${formatBaud(baud)}${lost}`
  if (load > full) return [impossible(rule, text)]
  return [load > headRoom ? costly(rule, text, 8, 'weigh') : remark(rule, text)]
}

/** Rates of the device's way of speaking at which the link runs well at its port. */
export function goodRates(link: SerialLink): Baud[] {
  const { port, board, option } = link
  return ratesOf(option, port).filter((baud) => {
    const error = Math.abs(baudError(port, baud))
    return error <= baudTolerance(board.format, port.oversampling) * ownShare && loadOf(link, baud) <= full
  })
}

function* stateFacts({ need: { need }, port, placement: { during } }: SerialLink): Iterable<Fact> {
  if (!during) return
  if (!port.stateShared) yield impossible('SER-11', `${port.label} cannot change its function on arming`)
  if (!need.interruptible)
    yield impossible('SER-12', `must never be interrupted, and ${port.label} changes its function on arming`)
  else if (need.states !== during) {
    const wanted = need.states === 'both' ? 'in both flight states' : `while ${need.states}`
    yield impossible('SER-11', `has ${port.label} while ${during}; it has to run ${wanted}`)
  }
  const cut =
    during === 'disarmed' ? 'arming cuts this link until you disarm' : 'this link starts on arming and ends on disarming'
  yield costly('SER-11', `${port.label} is shared by flight state: ${cut}`, 5)
}

/** A firmware that does not know a protocol cannot be set to it. */
function spokenFacts({ board, protocols }: ResolvedPlan, { board: { protocol }, need: { fitted } }: SerialLink): Fact[] {
  // A tool at a port of the board reads and sets the board; what it speaks with other parts is for their ports.
  if (!isFlown(fitted) && protocol !== board.configuration.protocol) {
    const own = protocols[board.configuration.protocol]?.name ?? board.configuration.protocol
    return [impossible('SER-03', `${board.name} is set up over ${own}, not over ${protocols[protocol]?.name ?? protocol}`)]
  }
  if (!board.protocols || board.protocols.includes(protocol)) return []
  return [
    impossible(
      'SER-03',
      `${board.name} does not speak ${protocols[protocol]?.name ?? protocol} under firmware ${board.firmware}`,
    ),
  ]
}

function* portFacts({ need: { need }, port, placement: { during } }: SerialLink): Iterable<Fact> {
  if (port.usbShared) {
    const takesOver = need.states === 'armed' || during === 'armed'
    const text = takesOver
      ? `${port.label} is wired to the USB bridge: arming hands it to this link and cuts the program at the computer until you disarm; put it on another port, or leave it off for that test`
      : `${port.label} is wired to the USB bridge: the link works in flight and on the bench without USB, and is lost while USB is in use`
    yield need.interruptible
      ? costly('SER-10', text, 8, 'weigh')
      : costly('SER-12', `must never be interrupted, and ${text}`, 30, 'fix')
  }
  if (port.kind === 'software') {
    const made = `${port.label} is made in software, up to ${formatBaud(port.maxBaud)}; each bit costs processor time`
    yield need.interruptible ? costly('LOD-07', made, 6) : costly('LOD-07', `must never be interrupted, and ${made}`, 25, 'weigh')
  }
}

/** How a port is used: by one link, by a listener and a talker, or by one link in each flight state. */
type Shape = 'whole' | 'split' | 'by state'

/** A link that must never be interrupted shares its port with no other. */
function shapeOf({ need: { need }, port, board, placement }: SerialLink): Shape {
  if (placement.during) return 'by state'
  return port.splitUse && need.lines !== 'both' && !board.halfDuplex && need.interruptible ? 'split' : 'whole'
}

function claimsOf(resolved: ResolvedPlan, link: SerialLink, features: string[]): Claim[] {
  const { board } = resolved
  const { port, placement } = link
  const { during } = placement
  const lines = linesTaken(link.need.need, link.board, port)
  const shape = shapeOf(link)
  const slot = { whole: port.id, split: `${port.id}.${lines[0]}`, 'by state': `${port.id}@${during}` }[shape]
  const setting = `${link.board.baud} ${link.board.format}${link.board.inverted ? ' inverted' : ''}`
  const own = [
    alone('SER-13', `slot:${slot}`),
    ...lines.flatMap((line) => (port[line] ? pinClaims(board, port[line].pin, 'serial', during) : [])),
  ]
  return [
    ...sharingTurns(resolved, link, own, setting),
    ...(port.splitUse || port.stateShared ? [alike('SER-13', `shape:${port.id}`, shape)] : []),
    ...(shape === 'split' ? [alike('SER-13', `rate:${port.id}`, setting)] : []),
    ...featureClaims(board, features),
    ...(carriesConfiguration(resolved, link.board) ? [share('configuration', 1)] : []),
    ...wayInClaims(resolved, link),
    ...controlClaims(link.need),
  ]
}
