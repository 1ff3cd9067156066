import type { Candidate, Offer, Reason, Want } from '../allocation'
import { riskOf } from '../allocation'
import type { CheckContext } from '../checks'
import { linkLoad } from '../links'
import { splitKey, type Place, type Placement } from '../plan'

/** A serial port with what is docked on it. */
export interface PortLane {
  port: string
  docked: { need: string; device: string; placement: Placement; load: number; frame: string; inverted: boolean }[]
}

/** Current drawn from a source. */
export interface RailLoad {
  place: Place
  label: string
  limit: number
  typical: number
  peak: number
  fed: { device: string; supply: string; typical: number; peak: number }[]
}

/** One cell of the fit grid: what a place is to a need. */
export interface FitCell {
  place: Place
  verdict: 'fits' | 'cost' | 'cannot'
  risk: number
  reasons: Reason[]
}

export interface FitRow {
  key: string
  device: string
  part: string
  label: string
  kind: string
  cells: FitCell[]
}

/** The board's ports in order, each with the links on it. */
export function portLanes(context: CheckContext): PortLane[] {
  return context.resolved.board.ports.map((port) => ({
    port: port.id,
    docked: context.links
      .filter((link) => link.port === port)
      .map(({ need, placement, board }) => ({
        need: need.key,
        device: need.fitted.id,
        placement,
        load: linkLoad(need.need.messages, board.frame, board.baud, board.halfDuplex),
        frame: board.frame,
        inverted: board.inverted,
      })),
  }))
}

/** Each source with the current drawn from it, typical and at peak, its owner's own share included. */
export function railLoads({ sources, feeds }: CheckContext): RailLoad[] {
  return sources.map((source) => {
    const fed = feeds
      .filter((feed) => feed.source === source)
      .map(({ supply }) => ({
        device: supply.fitted.id,
        supply: supply.supply.id,
        typical: supply.supply.typical,
        peak: supply.supply.peak,
      }))
    const sum = (key: 'typical' | 'peak') => fed.reduce((total, one) => total + one[key], source.own)
    return { place: source.place, label: source.label, limit: source.limit, typical: sum('typical'), peak: sum('peak'), fed }
  })
}

/** What each place is to each need: the whole grid, from the offers. */
export function fitGrid(wants: Want[]): FitRow[] {
  return wants.map((want) => {
    const [device, part] = splitKey(want.key)
    return {
      key: want.key,
      device,
      part,
      label: want.need?.need.label ?? 'Supply',
      kind: want.need?.need.kind ?? 'supply',
      cells: want.offers.map(fitCell),
    }
  })
}

function fitCell(offer: Offer): FitCell {
  const best = offer.candidates.reduce<Candidate | undefined>(
    (least, one) => (!least || riskOf(one) < riskOf(least) ? one : least),
    undefined,
  )
  if (!best) return { place: offer.place, verdict: 'cannot', risk: 0, reasons: offer.refusals }
  const risk = riskOf(best)
  return { place: offer.place, verdict: risk ? 'cost' : 'fits', risk, reasons: best.reasons }
}
