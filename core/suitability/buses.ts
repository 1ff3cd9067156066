import { contactOf, type CanNeed, type I2cNeed, type Need } from '../catalogue'
import { idIn, referTo, type FittedNeed, type Place, type Placement, type ResolvedPlan } from '../plan'
import { alone, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import { featureClaims, featureFacts, pinClaims } from './pins'
import { levelFacts } from './levels'
import type { Offer, Way } from './way'

/** A bus address as data sheets write it: 0x1e. */
export const hexAddress = (address: number) => `0x${address.toString(16).padStart(2, '0')}`

interface BusLine {
  terminal: string
  pin: string
}

/** A bus of the board as a need meets it. */
interface Bus {
  id: string
  label: string
  lines: BusLine[]
}

type BusNeed = FittedNeed & { need: I2cNeed | CanNeed }

const names = { i2c: 'I²C', can: 'CAN' } as const

/** The bus of that id with the lines of the need on it. */
function busOf({ board }: ResolvedPlan, { need }: BusNeed, id: string): Bus | undefined {
  if (need.kind === 'i2c') {
    const bus = board.i2c.find((bus) => bus.id === id)
    return (
      bus && {
        id,
        label: bus.label,
        lines: [
          { terminal: need.sda, pin: bus.sda },
          { terminal: need.scl, pin: bus.scl },
        ],
      }
    )
  }
  const bus = board.can.find((bus) => bus.id === id)
  return (
    bus && {
      id,
      label: bus.label,
      lines: [
        { terminal: need.high, pin: bus.high },
        { terminal: need.low, pin: bus.low },
      ],
    }
  )
}

/** Terminals of a need on a bus with the pin of each. */
export function busLines(resolved: ResolvedPlan, need: BusNeed, place: Place): BusLine[] {
  return busOf(resolved, need, idIn(need.need.kind, place) ?? '')?.lines ?? []
}

/** What each bus of the board offers a part. */
export function busOffers(resolved: ResolvedPlan, fitted: BusNeed): Offer[] {
  const { board } = resolved
  const { kind } = fitted.need
  const buses = board[kind]
  if (!buses.length) {
    const place = referTo(kind, 'none')
    const fact = impossible('PAD-01', `${board.name} has no ${names[kind]} bus for ${fitted.need.label}`)
    return [{ place, ways: [{ placement: { place }, facts: [fact], claims: [] }] }]
  }
  return buses.map(({ id }) => {
    const place = referTo(kind, id)
    const addresses = fitted.need.kind === 'i2c' ? fitted.need.addresses : [undefined]
    const ways = addresses.map((address) => busWay(resolved, fitted, address === undefined ? { place } : { place, address }))
    return { place, ways: holdsOneWire(resolved, fitted, id) ? ways.flatMap((way) => aloneOrShared(way, id)) : ways }
  })
}

/** Whether a bus comes out at contacts alone that hold one wire each. */
function holdsOneWire(resolved: ResolvedPlan, fitted: BusNeed, id: string): boolean {
  const { connectors } = resolved.board
  return Boolean(
    busOf(resolved, fitted, id)?.lines.some(({ pin }) => {
      const pads = resolved.padsOfPin(pin)
      const crimped = pads.filter(({ connector }) => {
        const at = connectors.find((each) => each.id === connector)
        return at && contactOf(at)?.wires === 1
      })
      return crimped.length === 1 && crimped.length === pads.length
    }),
  )
}

/** A bus whose contacts hold one wire is had by one part, or shared by a splice, which costs. */
function aloneOrShared(way: Way, id: string): Way[] {
  const shared = costly('MEC-04', 'shares contacts that hold one wire each: it wants a splice', 5)
  return [
    { ...way, claims: [...way.claims, alone('MEC-04', `contacts:${id}`)] },
    { ...way, facts: [...way.facts, shared] },
  ]
}

/** A part on a bus, at an address where the bus has any. */
export function busWay(resolved: ResolvedPlan, fitted: BusNeed, placement: Placement): Way {
  const { board } = resolved
  const { need } = fitted
  const id = idIn(need.kind, placement.place) ?? ''
  const bus = busOf(resolved, fitted, id)
  if (!bus) {
    const text = board[need.kind].length
      ? `is put on a bus that is not there on revision ${board.revision}`
      : `${board.name} has no ${names[need.kind]} bus for ${need.label}`
    return { placement, facts: [impossible('PAD-01', text)], claims: [] }
  }
  const features = need.kind === 'i2c' ? ['i2c-pads', `i2c:${id}`] : []
  const address = need.kind === 'i2c' ? (placement.address ?? need.addresses[0]!) : undefined
  return {
    placement,
    facts: [
      ...lineFacts(resolved, fitted, bus),
      ...(address === undefined ? [] : addressFacts(resolved, need as I2cNeed, bus, address)),
      ...featureFacts(board, features),
    ],
    claims: [
      ...(address === undefined ? [] : [alone('BUS-01', `i2c:${id}@${address}`)]),
      ...bus.lines.flatMap(({ pin }): Claim[] => pinClaims(board, pin, 'bus')),
      ...featureClaims(board, features),
    ],
  }
}

function* lineFacts(resolved: ResolvedPlan, { fitted }: FittedNeed, { label, lines }: Bus): Iterable<Fact> {
  const terminalOf = (id: string) => fitted.device.terminals.find((terminal) => terminal.id === id)
  if (lines.some(({ pin }) => !resolved.padsOfPin(pin).length)) yield impossible('PAD-01', `${label} is not brought out to pads`)
  for (const { terminal, pin } of lines) {
    yield* levelFacts(terminalOf(terminal), resolved.pin(pin), `pad ${resolved.padsOfPin(pin)[0]?.label ?? pin}`)
  }
}

function* addressFacts({ board }: ResolvedPlan, need: I2cNeed, { id, label }: Bus, address: number): Iterable<Fact> {
  const bus = board.i2c.find((bus) => bus.id === id)!
  const part = bus.onBoard.find((soldered) => soldered.address === address)
  if (part) yield impossible('BUS-01', `address ${hexAddress(address)} is taken on ${label} by the board's ${part.name}`)
  if (!need.addresses.includes(address)) {
    yield impossible(
      'BUS-01',
      `cannot be set to address ${hexAddress(address)}; it has ${need.addresses.map(hexAddress).join(', ')}`,
    )
  } else if (address !== need.addresses[0]) {
    yield costly('BUS-01', `set to address ${hexAddress(address)} instead of ${hexAddress(need.addresses[0]!)}`, 3)
  }
  if (!bus.pullUp && !need.pullUp) yield costly('BUS-02', `${label} has no pull-up and the part brings none`, 6)
}

/** Whether a need is met by a bus. */
export function isBusNeed(fitted: FittedNeed): fitted is BusNeed {
  const kinds: Need['kind'][] = ['i2c', 'can']
  return kinds.includes(fitted.need.kind)
}
