import type { SerialPort } from '../catalogue'
import { opensConfiguration, type SerialLink } from '../links'
import type { FittedNeed, Placement, ResolvedPlan } from '../plan'
import { alike, type Claim } from './claim'
import { impossible, type Fact } from './fact'
import type { Way } from './way'

/** Needs of the plan that a configuration program can use. */
function configuring({ needs, board }: ResolvedPlan): FittedNeed[] {
  return needs.filter(
    ({ need }) =>
      need.kind === 'serial' &&
      need.configures &&
      need.states !== 'armed' &&
      need.options.some(({ protocol }) => protocol === board.configuration.protocol),
  )
}

/** Whether a port is the only way in from USB while disarmed. */
function isOnlyWayIn({ board }: ResolvedPlan, port: SerialPort, { during }: Placement): boolean {
  const bridges = board.ports.filter(({ usbShared }) => usbShared)
  return !board.configuration.usb && bridges.length === 1 && bridges[0] === port && during !== 'armed'
}

/** A link that takes the way in from USB asks for one of the others to be there; one way for each of those. */
export function keepingAWayIn(resolved: ResolvedPlan, port: SerialPort, way: Way): Way[] {
  if (!isOnlyWayIn(resolved, port, way.placement) || opens(way)) return [way]
  const others = configuring(resolved)
  if (!others.length) return [way]
  return others.map(({ key }) => ({ ...way, claims: [...way.claims, alike('SER-16', wayIn(key), 'there')] }))
}

const wayIn = (key: string) => `way-in:${key}`
const opens = ({ claims }: Way) => claims.some(({ kind, thing }) => kind === 'alike' && thing.startsWith('way-in:'))

/** What a need claims that goes without a place: it is no way in for a configuration program. */
export function unmetClaims(resolved: ResolvedPlan, { key }: FittedNeed): Claim[] {
  return configuring(resolved).some((need) => need.key === key) ? [alike('SER-16', wayIn(key), 'missing')] : []
}

/** Taking the USB bridge where nothing else can configure the board shuts it for good. */
export function wayInFacts(resolved: ResolvedPlan, link: SerialLink): Fact[] {
  const { port, placement } = link
  if (!isOnlyWayIn(resolved, port, placement) || opensConfiguration(resolved, link) || configuring(resolved).length) return []
  const text = `${port.label} is the USB bridge, and no other link could set up the board`
  return [impossible('SER-16', text, 'stop')]
}

/** A link that could open the configuration says whether it does, as it stands. */
export function wayInClaims(resolved: ResolvedPlan, link: SerialLink): Claim[] {
  if (!configuring(resolved).some(({ key }) => key === link.need.key)) return []
  return [alike('SER-16', wayIn(link.need.key), opensConfiguration(resolved, link) ? 'there' : 'missing')]
}
