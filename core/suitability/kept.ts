import { needKind, type Board, type Need, type Supply } from '../catalogue'
import type { ResolvedPlan } from '../plan'
import type { Offer } from './way'
import { sourcesOf } from './supplies'

interface Kept {
  around: string
  offers: Offer[]
}

const ofNeeds = new WeakMap<Board, WeakMap<Need, Kept>>()
const ofSupplies = new WeakMap<Board, WeakMap<Supply, Map<string, Kept>>>()
const aroundNeeds = new WeakMap<ResolvedPlan, string>()
const aroundSupplies = new WeakMap<ResolvedPlan, string>()

/**
 * What is offered to a need depends on the board, the need itself, and what stands around both:
 * the battery, the protocols, and the rates that the needs of all devices can run timers at. It
 * does not depend on locks, bans, assignment or wires, so that it serves through all of those edits.
 */
export function keptForNeed(resolved: ResolvedPlan, need: Need, make: () => Offer[]): Offer[] {
  const kept = inMap(ofNeeds, resolved.board, () => new WeakMap<Need, Kept>())
  const around = inMap(aroundNeeds, resolved, () => surroundings(resolved))
  const known = kept.get(need)
  if (known?.around === around) return known.offers
  const offers = make()
  kept.set(need, { around, offers })
  return offers
}

/** The same for a supply input of a device: it depends on the sources there are, and on which of them are its device's own. */
export function keptForSupply(resolved: ResolvedPlan, supply: Supply, device: string, make: () => Offer[]): Offer[] {
  const bySupply = inMap(ofSupplies, resolved.board, () => new WeakMap<Supply, Map<string, Kept>>())
  const kept = inMap(bySupply, supply, () => new Map<string, Kept>())
  const sources = sourcesOf(resolved)
  const around = inMap(aroundSupplies, resolved, () => JSON.stringify([resolved.battery, sources, loadsOf(resolved)]))
  const owner = sources.some((source) => source.owner === device) ? device : ''
  const known = kept.get(owner)
  if (known?.around === around) return known.offers
  const offers = make()
  kept.set(owner, { around, offers })
  return offers
}

/** What hangs on the board may decide what feeds it. */
function loadsOf({ supplies }: ResolvedPlan): unknown[] {
  return supplies.map(({ supply: { min, max, peak }, main }) => [min, max, peak, main])
}

function surroundings({ battery, needs, protocols }: ResolvedPlan): string {
  const rates = new Set(
    needs.map(({ need }) => {
      const timer = needKind(need).pad?.timer?.(need)
      return timer ? `${timer.protocol} ${timer.rate.default} ${timer.rate.min}` : ''
    }),
  )
  const spoken = Object.values(protocols).map(({ id, format, inverted, halfDuplex }) => [id, format, inverted, halfDuplex])
  return JSON.stringify([battery, [...rates], spoken])
}

interface Store<K, V> {
  get: (key: K) => V | undefined
  set: (key: K, value: V) => unknown
}

function inMap<K, V>(map: Store<K, V>, key: K, make: () => V): V {
  const found = map.get(key)
  if (found !== undefined) return found
  const made = make()
  map.set(key, made)
  return made
}
