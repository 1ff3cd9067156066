import type { Board, BuzzerNeed, LedNeed, Need, Pad, Pin, PinFunction, PulseNeed, AnalogNeed, SwitchNeed } from '../../catalogue'
import type { FittedNeed, ResolvedPlan } from '../../plan'
import { formatAmps, formatVolts } from '../../units'
import type { Candidate, Offer, Reason } from '../verdict'
import { featureModes, movedDefault, pinModes, pinUnits } from './pins'

/** Needs met by a single pad. */
export type PadNeed = PulseNeed | LedNeed | SwitchNeed | AnalogNeed | BuzzerNeed

const padKinds = ['pulse', 'led-data', 'switch', 'analog', 'buzzer'] as const

export function isPadNeed(need: Need): need is PadNeed {
  return (padKinds as readonly string[]).includes(need.kind)
}

const features: Record<PadNeed['kind'], string> = {
  pulse: 'outputs',
  'led-data': 'lights',
  switch: 'switches',
  analog: 'analog inputs',
  buzzer: 'buzzer',
}

const orders = new WeakMap<Board, Pad[]>()

/** Signal pads, those with the fewest other uses first, so that the versatile ones stay free. */
function padsInOrder({ board, pin }: ResolvedPlan): Pad[] {
  const known = orders.get(board)
  if (known) return known
  const uses = (pad: Pad) => pin(pad.pin!)!.functions.filter((does) => does.as !== 'switch').length
  const order = board.pads
    .filter((pad) => pad.kind === 'signal' && pad.pin)
    .map((pad) => ({ pad, count: uses(pad) }))
    .sort((one, other) => one.count - other.count)
    .map(({ pad }) => pad)
  orders.set(board, order)
  return order
}

/** What each signal pad of the board offers a need of one pad. */
export function padOffers(resolved: ResolvedPlan, { need }: FittedNeed & { need: PadNeed }): Offer[] {
  return padsInOrder(resolved).map((pad) => {
    const pin = resolved.pin(pad.pin!)!
    const fit = functionsFor(need, pin)
    const refusals = fit.length ? [] : [noFunction(need, pad)]
    const tried = fit.map((does) => tryFunction(resolved, need, pad, pin, does))
    const candidates = tried.flatMap((one) => one.candidates)
    return {
      place: `pad:${pad.id}`,
      candidates,
      refusals: candidates.length ? [] : [...refusals, ...tried.flatMap((one) => one.refusals)],
    }
  })
}

function functionsFor(need: PadNeed, pin: Pin): PinFunction[] {
  const use = need.kind === 'buzzer' ? ['buzzer'] : [need.kind]
  return pin.functions.filter((does) => use.includes(does.as))
}

function noFunction(need: PadNeed, pad: Pad): Reason {
  const what = {
    pulse: 'give pulses',
    'led-data': 'drive LED data',
    switch: 'switch',
    analog: 'measure a voltage',
    buzzer: 'drive a buzzer',
  }
  return { rule: 'PAD-01', text: `pad ${pad.label} cannot ${what[need.kind]}`, risk: 0 }
}

function tryFunction(
  resolved: ResolvedPlan,
  need: PadNeed,
  pad: Pad,
  pin: Pin,
  does: PinFunction,
): { candidates: Candidate[]; refusals: Reason[] } {
  const tooMuch = loadRefusal(need, pad, pin, does)
  if (tooMuch) return { candidates: [], refusals: [tooMuch] }
  const { board } = resolved
  const moved = movedDefault(board, pin.id, features[need.kind], `pad ${pad.label}`)
  const base = {
    placement: { place: `pad:${pad.id}` },
    units: [...pinUnits(board, pin.id), ...(takesDma(need) && does.dma ? [`dma:${does.dma}`] : [])],
    loads: [] as [string, number][],
  }
  const modes = [...pinModes(board, pin.id, 'pad'), ...featureModes(board, featureNames(need, pin))]
  if (need.kind !== 'pulse' && need.kind !== 'led-data') return { candidates: [{ ...base, reasons: moved, modes }], refusals: [] }
  return {
    candidates: timerSettings(resolved, need).map(({ value, reasons }) => ({
      ...base,
      reasons: [...moved, ...reasons],
      modes: [...modes, [`timer:${does.of}`, value]],
    })),
    refusals: [],
  }
}

function loadRefusal(need: PadNeed, pad: Pad, pin: Pin, does: PinFunction): Reason | undefined {
  if ((need.kind === 'buzzer' || need.kind === 'switch') && need.current > pin.drive) {
    const text = `pad ${pad.label} drives ${formatAmps(pin.drive)}; ${formatAmps(need.current)} is wanted`
    return { rule: 'PAD-06', text, risk: 0 }
  }
  if (need.kind === 'analog' && does.max !== undefined && need.max > does.max) {
    const text = `pad ${pad.label} measures up to ${formatVolts(does.max)}; the device gives up to ${formatVolts(need.max)}`
    return { rule: 'PAD-09', text, risk: 0 }
  }
  return undefined
}

/** LED data and burst output need a DMA stream; plain pulses do not. */
function takesDma(need: PadNeed): boolean {
  return need.kind === 'led-data' || (need.kind === 'pulse' && need.protocol === 'burst')
}

function featureNames(need: PadNeed, pin: Pin): string[] {
  if (need.kind === 'led-data') return ['led-data', `led-data:${pin.id}`]
  if (need.kind === 'pulse' && pin.functions.some((does) => does.as === 'receiver-channel')) return ['input-outputs']
  return []
}

/** Settings of a timer under which the need can be met: its own rate, or one that others in the plan ask for. */
function timerSettings(resolved: ResolvedPlan, need: PulseNeed | LedNeed): { value: string; reasons: Reason[] }[] {
  if (need.kind === 'led-data') return [{ value: 'LED data 800 kHz', reasons: [] }]
  const rates = new Set([need.rate.default])
  for (const other of resolved.needs) {
    if (other.need.kind !== 'pulse' || other.need.protocol !== need.protocol) continue
    const rate = other.need.rate.default
    if (rate >= need.rate.min && rate <= need.rate.max) rates.add(rate)
  }
  return [...rates].map((rate) => ({
    value: `${need.protocol} ${rate} Hz`,
    reasons:
      rate === need.rate.default
        ? []
        : [{ rule: 'PAD-03', text: `runs at ${rate} Hz, the rate of its timer, instead of ${need.rate.default} Hz`, risk: 2 }],
  }))
}
