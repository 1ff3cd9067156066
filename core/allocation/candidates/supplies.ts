import type { Rail } from '../../catalogue'
import type { FittedDevice, FittedSupply, ResolvedPlan } from '../../plan'
import { formatAmps, formatVolts, type Amps, type Volts } from '../../units'
import type { Offer, Reason } from '../verdict'

/** Something that can feed a device: a rail of the board or a supply output of a device. */
export interface Source {
  place: string
  label: string
  min: Volts
  max: Volts
  limit: Amps
  /** Current the source's owner takes itself. */
  own: Amps
  filtered: boolean
  /** Device whose output it is. */
  owner?: string
  kind: 'battery' | 'linear' | 'switching' | 'usb' | 'through'
}

/** Current into a regulator for a current out of it. */
function inputOf({ kind, volts, efficiency }: Rail, out: Amps, above: Volts): Amps {
  return kind === 'switching' && volts !== undefined ? (volts * out) / (efficiency * above) : out
}

/** All sources of a plan with the voltage range they give from a full to an empty battery. */
export function sourcesOf(resolved: ResolvedPlan): Source[] {
  const { board, battery } = resolved
  /** What the board takes from a rail itself, through rails made from it too. */
  const ownOf = (rail: Rail): Amps =>
    board.rails
      .filter((one) => one.source === rail.id && one !== rail)
      .reduce((sum, one) => sum + inputOf(one, ownOf(one), rail.volts ?? battery.min), rail.own)
  const rails = board.rails
    .filter((rail) => rail.kind !== 'usb' && board.pads.some((pad) => pad.rail === rail.id))
    .map((rail): Source => {
      const range = rail.volts === undefined ? battery : { min: rail.volts, max: rail.volts }
      return {
        place: `rail:${rail.id}`,
        label: rail.label,
        ...range,
        limit: rail.limit,
        own: ownOf(rail),
        filtered: rail.filtered,
        kind: rail.kind,
      }
    })
  const outputs = resolved.devices.flatMap((fitted) =>
    fitted.device.outputs.map((output): Source => {
      const range = output.volts === undefined ? battery : { min: output.volts, max: output.volts }
      const place = `output:${fitted.id}/${output.id}`
      const label = `${fitted.instance.name} ${output.label}`
      return {
        place,
        label,
        ...range,
        limit: output.limit,
        own: 0,
        filtered: output.filtered,
        owner: fitted.id,
        kind: output.kind,
      }
    }),
  )
  return [...rails, ...outputs]
}

/** Points of risk of drawing more at peak than a source can give. */
const overloadRisk = 120

/** What each source offers a supply input. */
export function supplyOffers(resolved: ResolvedPlan, { fitted, supply }: FittedSupply): Offer[] {
  return sourcesOf(resolved).map((source) => {
    const refusals = [...supplyRefusals(source, fitted, supply)]
    if (refusals.length) return { place: source.place, candidates: [], refusals }
    const reasons = supplyCosts(source, supply)
    const placement = { place: source.place }
    const base = { placement, units: [], modes: [] as [string, string][] }
    const milliamps = Math.round(supply.peak * 1000)
    return {
      place: source.place,
      refusals: [],
      candidates: [
        { ...base, reasons, loads: milliamps ? [[source.place, milliamps] as [string, number]] : [] },
        { ...base, reasons: [...reasons, overload(source, supply.peak)], loads: [] },
      ],
    }
  })
}

function overload(source: Source, peak: Amps): Reason {
  const text = `${source.label} gives ${formatAmps(source.limit)}; this takes ${formatAmps(peak)} at peak on top of the rest`
  return { rule: 'PWR-02', text, risk: overloadRisk }
}

function* supplyRefusals(source: Source, fitted: FittedDevice, supply: FittedSupply['supply']): Iterable<Reason> {
  if (source.owner === fitted.id) yield { rule: 'PWR-07', text: 'a device cannot feed itself', risk: 0 }
  if (source.max > supply.max) {
    const text = `${source.label} gives up to ${formatVolts(source.max)}; the device bears ${formatVolts(supply.max)}`
    yield { rule: 'PWR-01', text, risk: 0 }
  } else if (source.min < supply.min) {
    const text = `${source.label} goes down to ${formatVolts(source.min)}; the device needs ${formatVolts(supply.min)}`
    yield { rule: 'PWR-01', text, risk: 0 }
  }
}

function supplyCosts(source: Source, supply: FittedSupply['supply']): Reason[] {
  const reasons: Reason[] = []
  if (supply.filtered && !source.filtered) {
    reasons.push({ rule: 'PWR-10', text: `${source.label} is not filtered: stripes may show in the picture`, risk: 4 })
  }
  if (source.owner) reasons.push({ rule: 'PWR-02', text: `fed by ${source.label}, not by the board`, risk: 1 })
  return reasons
}
