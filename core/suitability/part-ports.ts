import type { DevicePort, SerialNeed } from '../catalogue'
import {
  idIn,
  keyOf,
  referTo,
  terminalPoint,
  type FittedDevice,
  type FittedNeed,
  type Place,
  type Placement,
  type ResolvedPlan,
  type WirePoint,
} from '../plan'
import { alone } from './claim'
import { impossible, type Fact } from './fact'
import { overdrives, terminalLevels } from './levels'
import type { Offer, Way } from './way'

type Link = FittedNeed & { need: SerialNeed }

interface PartPort {
  place: Place
  owner: FittedDevice
  port: DevicePort
  name: string
}

function portsOfParts({ devices }: ResolvedPlan): PartPort[] {
  return devices.flatMap((owner) =>
    owner.device.ports.map((port) => ({
      place: referTo('device', keyOf(owner.id, port.id)),
      owner,
      port,
      name: `${port.label} of ${owner.instance.name}`,
    })),
  )
}

/** Ports of other parts where a link speaks what the port understands: a programming adapter at its part. */
export function partPortOffers(resolved: ResolvedPlan, fitted: Link): Offer[] {
  return portsOfParts(resolved)
    .filter(({ owner, port }) => owner.id !== fitted.fitted.id && spokenAt(fitted, port) !== undefined)
    .map((at) => ({
      place: at.place,
      ways: [partPortWay(resolved, fitted, { place: at.place, protocol: spokenAt(fitted, at.port) })],
    }))
}

function spokenAt({ need }: Link, { protocols }: DevicePort): string | undefined {
  return need.options.find(({ protocol }) => protocols.includes(protocol))?.protocol
}

/** A link at the port of another part. */
export function partPortWay(resolved: ResolvedPlan, fitted: Link, placement: Placement): Way {
  const at = portAt(resolved, placement.place)
  if (!at) {
    const text = 'is put at a port of a part that is not in the fit-out, or has no such port in this variant'
    return { placement, facts: [impossible('SER-15', text)], claims: [] }
  }
  return { placement, facts: [...factsAt(resolved, fitted, at, placement)], claims: [alone('SER-13', `slot:${at.place}`)] }
}

function portAt(resolved: ResolvedPlan, place: Place): PartPort | undefined {
  return portsOfParts(resolved).find((each) => each.place === place)
}

function* factsAt(resolved: ResolvedPlan, fitted: Link, at: PartPort, { protocol }: Placement): Iterable<Fact> {
  if (at.owner.id === fitted.fitted.id) yield impossible('PAD-14', 'a part cannot serve itself')
  const spoken = protocol ?? spokenAt(fitted, at.port)
  if (spoken === undefined || !at.port.protocols.includes(spoken)) {
    const known = at.port.protocols.map((id) => resolved.protocols[id]?.name ?? id).join(' or ')
    yield impossible('SER-03', `${at.name} speaks ${known}`)
  }
  for (const [own, other] of crossed(fitted.need, at.port)) {
    if (other === undefined) {
      yield impossible('SER-07', `${at.name} has no ${own === fitted.need.tx ? 'RX' : 'TX'}`)
      continue
    }
    const end = fitted.fitted.device.terminals.find(({ id }) => id === own)
    const there = at.owner.device.terminals.find(({ id }) => id === other)
    const levels = overdrives(
      terminalLevels(end, end?.label ?? own),
      terminalLevels(there, `${there?.label ?? other} of ${at.owner.instance.name}`),
    )
    yield* levels.map(({ text }) => impossible('LVL-01', text, 'stop'))
  }
}

/** Which terminal of a link goes to which of the port: what talks to what listens. */
function crossed({ tx, rx }: SerialNeed, port: DevicePort): [own: string, other: string | undefined][] {
  return [
    ...(tx === undefined ? [] : [[tx, port.rx] as [string, string | undefined]]),
    ...(rx === undefined ? [] : [[rx, port.tx] as [string, string | undefined]]),
  ]
}

/** The wires of a link at the port of another part. */
export function partPortWires(resolved: ResolvedPlan, { need }: Link, place: Place): { terminal: string; point: WirePoint }[] {
  const at = portAt(resolved, place)
  if (!at) return []
  return crossed(need, at.port).flatMap(([terminal, other]) =>
    other === undefined ? [] : [{ terminal, point: terminalPoint(at.owner.id, other) }],
  )
}

/** Whether a place is the port of a part, as far as its kind tells. */
export function isPartPort(placement: Pick<Placement, 'place'> | undefined): boolean {
  return idIn('device', placement?.place) !== undefined
}
