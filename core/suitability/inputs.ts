import type { Pin, ReceiverNeed } from '../catalogue'
import { referTo, type FittedNeed, type Placement, type ResolvedPlan } from '../plan'
import { costly, impossible, type Fact } from './fact'
import { controlClaims } from './control'
import { levelFacts } from './levels'
import { featureClaims, featureFacts, pinClaims } from './pins'
import type { Offer, Way } from './way'

type InputNeed = FittedNeed & { need: ReceiverNeed }

const uses = { 'receiver-pulse': 'receiver-pulse', 'receiver-parallel': 'receiver-channel' } as const
const features = { 'receiver-pulse': 'receiver-pulse', 'receiver-parallel': 'parallel-receiver' } as const
const places = { 'receiver-pulse': 'single', 'receiver-parallel': 'parallel' } as const

/** Pins that take the pulses of a receiver, by channel: one for each of its terminals, as far as the board brings them out. */
function inputPins(resolved: ResolvedPlan, { need }: InputNeed): Pin[] {
  const use = uses[need.kind]
  const channelOf = (pin: Pin) => pin.functions.find(({ as }) => as === use)?.channel ?? 0
  return resolved.board.pins
    .filter((pin) => pin.functions.some(({ as }) => as === use) && resolved.padsOfPin(pin.id).length)
    .sort((one, other) => channelOf(one) - channelOf(other))
    .slice(0, need.terminals.length)
}

/** Terminals of a receiver with the pin of each. */
export function inputLines(resolved: ResolvedPlan, fitted: InputNeed): { terminal: string; pin: string }[] {
  const pins = inputPins(resolved, fitted)
  return fitted.need.terminals.flatMap((terminal, at) => (pins[at] ? [{ terminal, pin: pins[at].id }] : []))
}

/** What the board offers a receiver that gives pulses on one wire or on one wire for each channel. */
export function inputOffers(resolved: ResolvedPlan, fitted: InputNeed): Offer[] {
  const place = referTo('inputs', places[fitted.need.kind])
  return [{ place, ways: [inputWay(resolved, fitted, { place })] }]
}

/** A receiver at the inputs of the board. */
export function inputWay(resolved: ResolvedPlan, fitted: InputNeed, placement: Placement): Way {
  const { board } = resolved
  const { kind, terminals } = fitted.need
  const lines = inputLines(resolved, fitted)
  return {
    placement,
    facts: [
      ...(lines.length < terminals.length ? [tooFew(resolved, fitted, lines.length)] : []),
      ...(kind === 'receiver-parallel' && lines.length ? [takesMany(resolved, lines)] : []),
      ...lines.flatMap(({ terminal, pin }) =>
        levelFacts(
          fitted.fitted.device.terminals.find(({ id }) => id === terminal),
          resolved.pin(pin),
          `pad ${labelOf(resolved, pin)}`,
        ),
      ),
      ...featureFacts(board, [features[kind]]),
    ],
    claims: [
      ...lines.flatMap(({ pin }) => pinClaims(board, pin, 'pad')),
      ...featureClaims(board, [features[kind]]),
      ...controlClaims(fitted),
    ],
  }
}

const labelOf = (resolved: ResolvedPlan, pin: string) => resolved.padsOfPin(pin)[0]!.label

function tooFew({ board }: ResolvedPlan, { need }: InputNeed, count: number): Fact {
  return impossible(
    'PAD-10',
    need.kind === 'receiver-pulse'
      ? `${board.name} has no input for a single-wire pulse train`
      : `${board.name} has ${count} receiver inputs; ${need.terminals.length} are wanted`,
  )
}

function takesMany(resolved: ResolvedPlan, lines: { pin: string }[]): Fact {
  const [first, last] = [lines[0]!, lines.at(-1)!].map(({ pin }) => labelOf(resolved, pin))
  const text = `takes ${lines.length} pads, ${first} to ${last}; a receiver on one wire or a serial port would free ${lines.length - 1}`
  return costly('PAD-10', text, 4, 'weigh')
}
