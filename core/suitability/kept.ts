import { memo } from '../memo'
import { needKind, type Board, type Need, type Supply } from '../catalogue'
import { flightMinutes, inputRangeOf, sourcesOf } from '../electrics'
import type { FittedNeed, ResolvedPlan } from '../plan'
import type { Offer } from './way'
import { motorOrder } from './motor-order'
import { recorded } from './storage'

interface Kept {
  around: string
  offers: Offer[]
}

const ofNeeds = memo((_board: Board) => memo((_need: Need) => new Map<string, Kept>()))
const ofSupplies = memo((_board: Board) => memo((_supply: Supply) => new Map<string, Kept>()))

/**
 * What is offered to a need depends on the board, the need itself, and what stands around both:
 * the battery, the protocols, the rates that the needs of all devices can run timers at, the devices
 * with pads of their own, the links that may share a line or open the configuration, and how long the craft flies
 * where that is to be recorded. It does not depend on locks, bans, assignment or wires, so that it serves through all of those edits.
 */
export function keptForNeed(resolved: ResolvedPlan, asked: FittedNeed, make: () => Offer[]): Offer[] {
  const { fitted, key, need } = asked
  const kept = ofNeeds(resolved.board)(need)
  const around = recorded(resolved, asked) ? `${flightMinutes(resolved)} ${surroundings(resolved)}` : surroundings(resolved)
  // Alike needs of alike devices are offered the same, but for the number of a motor and pads of their own device.
  const own = `${motorOrder(resolved).get(key) ?? ''} ${fitted.device.pads.length || fitted.device.ports.length ? fitted.id : ''}`
  const known = kept.get(own)
  if (known?.around === around) return known.offers
  const offers = make()
  kept.set(own, { around, offers })
  return offers
}

/** The same for a supply input of a device: it depends on the sources there are, and on which of them are its device's own. */
export function keptForSupply(resolved: ResolvedPlan, supply: Supply, device: string, make: () => Offer[]): Offer[] {
  const kept = ofSupplies(resolved.board)(supply)
  const sources = sourcesOf(resolved)
  const around = supplySurroundings(resolved)
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

const supplySurroundings = memo((resolved: ResolvedPlan) => {
  // Rails hang on the board and the battery alone.
  const outputs = sourcesOf(resolved).filter(({ owner }) => owner !== undefined)
  return JSON.stringify([resolved.battery, outputs, outputs.map((output) => inputRangeOf(resolved, output)), loadsOf(resolved)])
})

const surroundings = memo(({ battery, needs, devices, protocols }: ResolvedPlan): string => {
  const rates = new Set(
    needs.map(({ need }) => {
      const timer = needKind(need).pad?.timer?.(need)
      return timer ? `${timer.protocol} ${timer.rate.default} ${timer.rate.min}` : ''
    }),
  )
  const outlets = devices.flatMap(({ id, instance, device: { pads, ports, terminals, settings } }) =>
    pads.length || ports.length
      ? [
          [
            id,
            instance.name,
            pads,
            ports,
            terminals,
            settings.map((setting) => [setting.id, setting.kind === 'choice' && setting.values]),
          ],
        ]
      : [],
  )
  const links = needs.flatMap(({ key, need }) =>
    need.kind === 'serial' && (need.configures || need.takesTurns) ? [[key, need.states, need.lines, need.options]] : [],
  )
  const spoken = Object.values(protocols).map(({ id, name, format, inverted, halfDuplex, recorded }) => {
    return [id, name, format, inverted, halfDuplex, recorded]
  })
  return JSON.stringify([battery, [...rates], spoken, outlets, links])
})
