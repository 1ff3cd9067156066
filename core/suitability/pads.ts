import {
  needKind,
  type Board,
  type Need,
  type Pad,
  type PadDemand,
  type Pin,
  type PinFunction,
  type TimerDemand,
} from '../catalogue'
import { idIn, referTo, type FittedNeed, type Placement, type ResolvedPlan } from '../plan'
import { formatAmps, formatVolts, type Hertz } from '../units'
import { alike, alone, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import { levelFacts } from './levels'
import { featureClaims, featureFacts, heldFacts, pinClaims } from './pins'
import type { Offer, Way } from './way'

const orders = new WeakMap<Board, Pad[]>()

/** Signal pads, those with the fewest other uses first, so that the versatile ones stay free. */
function padsInOrder({ board, pin }: ResolvedPlan): Pad[] {
  const known = orders.get(board)
  if (known) return known
  const uses = (pad: Pad) => pin(pad.pin!)!.functions.filter(({ as }) => as !== 'switch').length
  const order = board.pads
    .filter((pad) => pad.kind === 'signal' && pad.pin)
    .map((pad) => ({ pad, count: uses(pad) }))
    .sort((one, other) => one.count - other.count)
    .map(({ pad }) => pad)
  orders.set(board, order)
  return order
}

/** What each signal pad of the board offers a need of one pad. */
export function padOffers(resolved: ResolvedPlan, fitted: FittedNeed): Offer[] {
  const rates = ratesFor(resolved, fitted.need)
  return padsInOrder(resolved).map((pad) => ({
    place: referTo('pad', pad.id),
    ways: padWays(resolved, fitted, pad, rates),
  }))
}

/** The need at its pad: at the rate and by the timer it was placed with, or in every way where that is open. */
export function padPlaced(resolved: ResolvedPlan, fitted: FittedNeed, placement: Placement): Way[] {
  const pad = resolved.pad(idIn('pad', placement.place) ?? '')
  if (!pad?.pin) {
    const label = resolved.plan.definitions.boards[resolved.board.id]?.pads[idIn('pad', placement.place) ?? '']?.label
    const text =
      label === undefined
        ? 'is put at a pad that is not on this board'
        : `is put at pad ${label}, which brings out no pin on revision ${resolved.board.revision}`
    return [{ placement, facts: [impossible('PAD-01', text)], claims: [] }]
  }
  const rates = placement.rate === undefined ? ratesFor(resolved, fitted.need) : [placement.rate]
  const ways = padWays(resolved, fitted, pad, rates)
  const driven = ways.filter((way) => placement.timer === undefined || way.placement.timer === placement.timer)
  return driven.length ? driven : ways
}

/** Ways of a need at a pad: one for each function of the pin that serves, at each rate. */
function padWays(resolved: ResolvedPlan, fitted: FittedNeed, pad: Pad, rates: Hertz[]): Way[] {
  const { need } = fitted
  const demand = needKind(need).pad!
  const pin = resolved.pin(pad.pin!)!
  const place = referTo('pad', pad.id)
  const functions = pin.functions.filter(({ as }) => as === need.kind)
  if (!functions.length) {
    return [{ placement: { place }, facts: [impossible('PAD-01', `pad ${pad.label} cannot ${demand.ability}`)], claims: [] }]
  }
  const features = featuresOf(need, demand, pin)
  const held = [
    ...switchFacts(resolved.board, pin, pad),
    ...pinFacts(fitted, demand, pad, pin),
    ...heldFacts(pin, demand.feature, `pad ${pad.label}`),
    ...featureFacts(resolved.board, features),
  ]
  const claims = [...pinClaims(resolved.board, pin.id, 'pad'), ...featureClaims(resolved.board, features)]
  return functions.flatMap((serving): Way[] => {
    const facts = [
      ...held,
      ...rangeFacts(need, demand, pad, pin, serving),
      ...streamFacts(resolved.board, need, demand, pad, serving),
    ]
    const streams = demand.stream?.(need) && serving.dma ? [alone('PAD-04', `dma:${serving.dma}`)] : []
    const timer = demand.timer?.(need)
    if (!timer) return [{ placement: { place }, facts, claims: [...claims, ...streams] }]
    const byTimer = functions.length > 1 ? { timer: serving.of } : {}
    return rates.map((rate) => ({
      placement: { place, ...(rate === timer.rate.default ? {} : { rate }), ...byTimer },
      facts: [...facts, ...timerFacts(timer, rate)],
      claims: [...claims, ...streams, timerClaim(serving, timer, rate)],
    }))
  })
}

function pinFacts({ need, fitted }: FittedNeed, demand: PadDemand<Need>, pad: Pad, pin: Pin): Fact[] {
  const current = demand.current?.(need) ?? 0
  const [end] = needKind(need).terminals(need)
  const terminal = fitted.device.terminals.find(({ id }) => id === end?.terminal)
  return [
    ...(current > pin.drive
      ? [impossible('PAD-06', `takes ${formatAmps(current)}; pad ${pad.label} drives ${formatAmps(pin.drive)}`, 'stop')]
      : []),
    ...levelFacts(terminal, pin, pad.label),
  ]
}

/** A pin that switches a rail on and off serves nothing else. */
function switchFacts({ rails }: Board, pin: Pin, pad: Pad): Fact[] {
  const rail = rails.find(({ switchedBy }) => switchedBy === pin.id)
  return rail ? [impossible('PAD-01', `pad ${pad.label} switches ${rail.label} on and off`)] : []
}

const withStreams = new WeakMap<Board, boolean>()

/** Bursts and LED data are sent by DMA; of a board that tells of no stream at all it is not known. */
function streamFacts(board: Board, need: Need, { stream }: PadDemand<Need>, pad: Pad, { dma }: PinFunction): Fact[] {
  if (dma !== undefined || !stream?.(need)) return []
  const told = withStreams.get(board) ?? board.pins.some(({ functions }) => functions.some((each) => each.dma !== undefined))
  withStreams.set(board, told)
  if (!told) return []
  const what = need.kind === 'led-data' ? 'LED data is' : 'digital throttle is'
  return [impossible('PAD-04', `${what} sent by a DMA stream, and pad ${pad.label} has none`)]
}

/** An input measures up to what its function says, otherwise up to the level of its pin. */
function rangeFacts(need: Need, demand: PadDemand<Need>, pad: Pad, pin: Pin, serving: PinFunction): Fact[] {
  const volts = demand.volts?.(need) ?? 0
  const limit = serving.max ?? pin.level
  if (volts <= limit) return []
  const destroys = volts > pin.maxIn
  const text = `gives up to ${formatVolts(volts)}; pad ${pad.label} measures up to ${formatVolts(limit)}${destroys ? ` and bears ${formatVolts(pin.maxIn)}` : ''}`
  return [impossible('PAD-09', text, destroys ? 'stop' : 'fix')]
}

/** Features of the board that a need uses at a pin, as exclusions name them. */
function featuresOf(need: Need, { excludes }: PadDemand<Need>, pin: Pin): string[] {
  return [
    ...(excludes === undefined ? [] : [excludes, `${excludes}:${pin.id}`]),
    ...(need.kind === 'pulse' && pin.functions.some(({ as }) => as === 'receiver-channel') ? ['input-outputs'] : []),
  ]
}

/**
 * Rates of a timer under which the need can be met: its own, and within its range
 * those that others of its protocol ask for, and their lowest. Ranges that have a
 * rate in common have the highest of their lowest rates in common, so that no
 * agreement is missed.
 */
function ratesFor(resolved: ResolvedPlan, need: Need): Hertz[] {
  const own = timerOf(need)
  if (!own) return []
  const rates = new Set([own.rate.default])
  for (const fitted of resolved.needs) {
    const other = timerOf(fitted.need)
    if (other?.protocol !== own.protocol) continue
    for (const rate of [other.rate.default, other.rate.min]) if (rate >= own.rate.min && rate <= own.rate.max) rates.add(rate)
  }
  return [...rates]
}

function timerOf(need: Need): TimerDemand | undefined {
  return needKind(need).pad?.timer?.(need)
}

const protocolWords: Record<TimerDemand['protocol'], string> = { pwm: 'PWM', burst: 'burst', led: 'LED data' }

/** What a timer runs at, in words. */
export function timerSetting(protocol: TimerDemand['protocol'], rate: Hertz): string {
  return `${protocolWords[protocol]} at ${rate >= 1000 ? `${rate / 1000} kHz` : `${rate} Hz`}`
}

function timerFacts({ protocol, rate: { min, max, default: preferred } }: TimerDemand, rate: Hertz): Fact[] {
  if (rate === preferred) return []
  if (rate < min || rate > max) return [impossible('PAD-03', `is to run at ${rate} Hz; it takes ${min} to ${max} Hz`)]
  return [costly('PAD-03', `runs as ${timerSetting(protocol, rate)}, the rate of its timer, instead of ${preferred} Hz`, 2)]
}

function timerClaim({ of }: PinFunction, { protocol }: TimerDemand, rate: Hertz): Claim {
  return alike('PAD-03', `timer:${of}`, timerSetting(protocol, rate))
}
