import { memo } from '../memo'
import {
  measures,
  needKind,
  type Board,
  type Need,
  type PadDemand,
  type Pin,
  type PinFunction,
  type TimerDemand,
} from '../catalogue'
import { idIn, type FittedNeed, type Place, type Placement, type ResolvedPlan } from '../plan'
import { figure, fits, formatAmps, formatVolts, type Hertz } from '../units'
import { alike, alone, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import { levelFacts } from './levels'
import { mappingWords, motorOrder, numbersOutputs } from './motor-order'
import { outletAt, outletsOf, type Outlet } from './outlets'
import { featureClaims, featureFacts, heldFacts, pinClaims } from './pins'
import type { Offer, Way } from './way'

const roundTo = (times: number) => Math.round(times * 10) / 10

/** What each outlet of the plan offers a need of one pad. */
export function padOffers(resolved: ResolvedPlan, fitted: FittedNeed): Offer[] {
  const rates = ratesFor(resolved, fitted.need)
  return outletsOf(resolved)
    .filter(({ owner }) => owner?.id !== fitted.fitted.id)
    .map((outlet) => ({ place: outlet.place, ways: padWays(resolved, fitted, outlet, rates) }))
}

/** The need at its pad: at the rate and by the timer it was placed with, or in every way where that is open. */
export function padPlaced(resolved: ResolvedPlan, fitted: FittedNeed, placement: Placement): Way[] {
  const outlet = outletAt(resolved, placement.place)
  if (!outlet) return [{ placement, facts: [impossible('PAD-01', absent(resolved, placement.place))], claims: [] }]
  const rates = placement.rate === undefined ? ratesFor(resolved, fitted.need) : [placement.rate]
  const ways = padWays(resolved, fitted, outlet, rates)
  const driven = ways.filter((way) => placement.timer === undefined || way.placement.timer === placement.timer)
  return driven.length ? driven : ways
}

/** Why there is no such place. */
function absent(resolved: ResolvedPlan, place: Place): string {
  const { plan, board } = resolved
  const id = idIn('pad', place)
  if (id === undefined) return 'is put at a pad of a part that is not in the fit-out, or has no such pad in this variant'
  const label = plan.definitions.boards[board.id]?.pads[id]?.label
  return label === undefined
    ? 'is put at a pad that is not on this board'
    : `is put at pad ${label}, which brings out no pin on revision ${board.revision}`
}

/** Ways of a need at an outlet: one for each function of the pin that serves, at each rate. */
function padWays(resolved: ResolvedPlan, fitted: FittedNeed, outlet: Outlet, rates: Hertz[]): Way[] {
  const { need } = fitted
  const demand = needKind(need).pad!
  const { pin, place, name, owner } = outlet
  const functions = pin.functions.filter(({ as }) => as === need.kind)
  if (!functions.length) {
    const current = demand.current?.(need) ?? 0
    const burnt = impossible(
      'PAD-06',
      `takes ${formatAmps(current)}; ${name} is no driver for it and gives ${formatAmps(pin.drive)}`,
      'stop',
    )
    const unable = impossible('PAD-01', `${name} cannot ${demand.ability}`)
    return [{ placement: { place }, facts: [fits(current, pin.drive) ? unable : burnt], claims: [] }]
  }
  const features = owner ? [] : featuresOf(need, demand, pin)
  const held = [
    ...ownerFacts(fitted, demand, outlet),
    ...switchFacts(resolved.board, outlet),
    ...pinFacts(fitted, demand, outlet),
    ...heldFacts(pin, demand.feature, name),
    ...featureFacts(resolved.board, features),
    ...orderFacts(resolved, fitted, outlet),
  ]
  const claims = [...pinClaims(resolved.board, pin.id, 'pad'), ...featureClaims(resolved.board, features)]
  return functions.flatMap((serving): Way[] => {
    const facts = [
      ...held,
      ...rangeFacts(need, demand, outlet, serving),
      ...roleFacts(need, outlet, serving),
      ...(owner ? [] : streamFacts(resolved.board, need, demand, outlet, serving)),
    ]
    const streams = demand.stream?.(need) && serving.dma ? [alone('PAD-04', `dma:${serving.dma}`)] : []
    const timer = demand.timer?.(need)
    if (!timer) return [{ placement: { place }, facts, claims: [...claims, ...streams] }]
    const byTimer = functions.length > 1 ? { timer: serving.of } : {}
    return ratesAt(outlet, timer, rates).map((rate) => ({
      placement: { place, ...(rate === timer.rate.default ? {} : { rate }), ...byTimer },
      facts: [...facts, ...timerFacts(fitted, timer, rate), ...groupFacts(outlet, rate)],
      claims: [...claims, ...streams, timerClaim(serving, timer, rate)],
    }))
  })
}

/** A part in between: one more that has to work. What it gives are servo pulses, no bursts. */
function* ownerFacts({ fitted, need }: FittedNeed, { timer }: PadDemand<Need>, { owner, name }: Outlet): Iterable<Fact> {
  if (!owner) return
  if (owner.id === fitted.id) yield impossible('PAD-14', 'a part cannot serve itself')
  if (timer?.(need).protocol === 'burst') yield impossible('PAD-03', `${name} gives servo pulses, no digital throttle`)
  yield costly('PAD-14', `by way of ${owner.instance.name}, which has to work for it`, 1)
}

/** Motors on the outputs by whose numbers the firmware knows them need no mapping. */
function orderFacts(resolved: ResolvedPlan, { key }: FittedNeed, { output, owner, name }: Outlet): Fact[] {
  const motor = motorOrder(resolved).get(key)
  if (motor === undefined || motor === output || owner || !numbersOutputs(resolved.board)) return []
  return [costly('PAD-13', mappingWords({ output, name, motor }), output === undefined ? 2 : 1)]
}

/** An input that the firmware takes for something else until it is told. */
function roleFacts(need: Need, { name }: Outlet, serving: PinFunction): Fact[] {
  if (need.kind !== 'analog' || need.measures === undefined || serving.measures === need.measures) return []
  if (serving.measures === undefined) return [costly('PAD-09', `set ${name} to read ${measures[need.measures]}`, 1)]
  const text = `${name} is read as ${measures[serving.measures]} until it is set to ${measures[need.measures]}`
  return [costly('PAD-09', text, 3, 'note')]
}

/** Rates that a need may run at: those of the outlet's group, or of the need and its neighbours on the timer. */
function ratesAt({ rates: own }: Outlet, { rate: { min, max, default: preferred } }: TimerDemand, rates: Hertz[]): Hertz[] {
  const within = own?.filter((rate) => rate >= min && rate <= max)
  return within?.length ? within.sort((one, other) => Number(other === preferred) - Number(one === preferred)) : rates
}

function groupFacts({ rates, name }: Outlet, rate: Hertz): Fact[] {
  if (!rates || rates.includes(rate)) return []
  return [impossible('PAD-03', `${name} runs at ${rates.join(', ')} Hz, not at ${figure(rate, 'Hz')}`)]
}

function pinFacts({ need, fitted }: FittedNeed, demand: PadDemand<Need>, { pin, name }: Outlet): Fact[] {
  const current = demand.current?.(need) ?? 0
  const [end] = needKind(need).terminals(need)
  const terminal = fitted.device.terminals.find(({ id }) => id === end?.terminal)
  return [
    ...(current > pin.drive
      ? [impossible('PAD-06', `takes ${formatAmps(current)}; ${name} drives ${formatAmps(pin.drive)}`, 'stop')]
      : []),
    ...levelFacts(terminal, pin, name),
  ]
}

/** A pin that switches a rail on and off serves nothing else. */
function switchFacts({ rails }: Board, { pin, name }: Outlet): Fact[] {
  const rail = rails.find(({ switchedBy }) => switchedBy === pin.id)
  return rail ? [impossible('PAD-01', `${name} switches ${rail.label} on and off`)] : []
}

/** Whether a board tells of DMA streams at all. */
const tellsStreams = memo(({ pins }: Board) => pins.some(({ functions }) => functions.some(({ dma }) => dma !== undefined)))

/** Bursts and LED data are sent by DMA; of a board that tells of no stream at all it is not known. */
function streamFacts(board: Board, need: Need, { stream }: PadDemand<Need>, { name }: Outlet, { dma }: PinFunction): Fact[] {
  if (dma !== undefined || !stream?.(need)) return []
  if (!tellsStreams(board)) return []
  const what = need.kind === 'led-data' ? 'LED data is' : 'digital throttle is'
  return [impossible('PAD-04', `${what} sent by a DMA stream, and ${name} has none`)]
}

/** An input measures up to what its function says, otherwise up to the level of its pin. */
function rangeFacts(need: Need, demand: PadDemand<Need>, { pin, name }: Outlet, serving: PinFunction): Fact[] {
  const volts = demand.volts?.(need) ?? 0
  const limit = serving.max ?? pin.level
  if (volts <= limit) return []
  const destroys = volts > pin.maxIn
  const text = `gives up to ${formatVolts(volts)}; ${name} measures up to ${formatVolts(limit)}${destroys ? ` and accepts up to ${formatVolts(pin.maxIn)}` : ''}`
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
  return `${protocolWords[protocol]} at ${rate >= 1000 ? `${rate / 1000} kHz` : figure(rate, 'Hz')}`
}

function timerFacts(
  { fitted }: FittedNeed,
  { protocol, rate: { min, max, default: preferred } }: TimerDemand,
  rate: Hertz,
): Fact[] {
  if (rate === preferred) return []
  if (rate < min || rate > max)
    return [impossible('PAD-03', `is to run at ${figure(rate, 'Hz')}; it takes ${min} to ${figure(max, 'Hz')}`)]
  const text = `runs as ${timerSetting(protocol, rate)}, the rate of its timer, instead of ${figure(preferred, 'Hz')}`
  // A motor that is told its throttle less often flies worse; a servo that is asked less often only follows later.
  if (!fitted.device.motors || rate > preferred) return [costly('PAD-03', text, 2)]
  return [costly('PAD-03', `${text}: the motor is told its throttle ${roundTo(preferred / rate)} times less often`, 12, 'weigh')]
}

function timerClaim({ of }: PinFunction, { protocol }: TimerDemand, rate: Hertz): Claim {
  return alike('PAD-03', `timer:${of}`, timerSetting(protocol, rate))
}
