import { memo } from '../memo'
import type { Rail } from '../catalogue'
import { batteryId, boardId, idIn, keyOf, referTo, terminalPoint, type Place, type ResolvedPlan, type SupplyKey } from '../plan'
import type { Amps, Volts } from '../units'

/** Volts with a full and with an empty battery. */
export interface VoltRange {
  min: Volts
  max: Volts
}

/**
 * Something that can feed a part: the battery, a rail of the board or a supply output of a device. This is
 * what it can do; what it draws on hangs on the wires, or on what is chosen.
 */
export interface Feeder extends VoltRange {
  place: Place
  label: string
  kind: Rail['kind']
  /** Volts it makes; missing where it passes on what it is given. */
  volts?: Volts
  dropout: Volts
  efficiency: number
  limit: Amps
  /** What its owner takes from it directly. */
  own: Amps
  filtered: boolean
  /** Made to carry the current of motors. */
  main: boolean
  /** Points of the circuit at which it gives, and at which what it gave comes back. */
  plus: string
  minus: string
  /** Supply inputs it may draw on: the first that is fed counts. */
  inputs: SupplyKey[]
  /** The rail it is made from on its own board. */
  above?: Place
  rail?: Rail
  /** Part whose output it is; missing at a rail of the board. */
  owner?: string
  /** Wires can be soldered to it. */
  reachable: boolean
  /** Of a regulator: the volts it is made for, and what its input bears. */
  regulates?: { volts: Volts; bears?: Volts }
}

/** The board's common ground: copper that all its ground pads are part of. */
export const groundOfBoard = 'ground'

/** All that can feed something in a plan, rails of the board first. */
export const feedersOf = memo((resolved: ResolvedPlan): Feeder[] => [
  ...resolved.board.rails.map((rail) => ofRail(resolved, rail)),
  ...outputs(resolved),
])

/** Those that a wire can be led to. */
export const sourcesOf = memo((resolved: ResolvedPlan): Feeder[] => feedersOf(resolved).filter(({ reachable }) => reachable))

/** Volts at the input of a regulator: of the rail it is made from, or that feeds its part; else of the battery. */
export function inputRangeOf(resolved: ResolvedPlan, { above, inputs }: Feeder): VoltRange {
  const { board, battery, plan } = resolved
  const place = above ?? inputs.map((key) => plan.supplies[key]).find((chosen) => chosen !== undefined)
  const rail = board.rails.find(({ id }) => id === idIn('rail', place))
  return rail ? rangeOf(resolved, rail) : battery
}

/** Whether it gives a voltage of its own; what only passes on what it is given does not. */
export function makesVolts({ kind, owner, regulates }: Feeder): boolean {
  return regulates !== undefined || !(kind === 'through' || (kind === 'battery' && owner === undefined))
}

/** Current into a feeder for a current out of it: a linear regulator passes it on, a switching one takes Vout·I / (η·Vin). */
export function currentInto(
  { kind, volts, efficiency }: Pick<Feeder, 'kind' | 'volts' | 'efficiency'>,
  out: Amps,
  above: Volts,
): Amps {
  return kind === 'switching' && volts !== undefined && above > 0 ? (volts * out) / (efficiency * above) : out
}

/** What a rail gives with no load on it: its own volts, or those of what it is made from. */
function rangeOf({ board: { rails }, battery }: ResolvedPlan, rail: Rail | undefined): VoltRange {
  let at = rail
  for (let steps = 0; at && at.volts === undefined && at.source !== undefined && steps < rails.length; steps += 1) {
    at = rails.find(({ id }) => id === at!.source)
  }
  return at?.volts === undefined ? battery : { min: at.volts, max: at.volts }
}

function ofRail(resolved: ResolvedPlan, rail: Rail): Feeder {
  const { board } = resolved
  const { id, source, kind, volts, input } = rail
  const place = referTo('rail', id)
  // What the board is fed by from outside makes nothing, whatever it is made for.
  const isInput = source === undefined && kind !== 'usb'
  const above = board.rails.find((each) => each.id === source)
  return {
    ...rail,
    ...rangeOf(resolved, rail),
    place,
    volts: isInput ? undefined : volts,
    plus: place,
    minus: groundOfBoard,
    inputs: isInput ? [keyOf(boardId, id)] : [],
    ...(source !== undefined && { above: referTo('rail', source) }),
    rail,
    reachable: kind !== 'usb' && board.pads.some((pad) => pad.rail === id),
    ...(volts !== undefined && above && { regulates: { volts, bears: input?.max } }),
  }
}

function outputs(resolved: ResolvedPlan): Feeder[] {
  return resolved.parts.flatMap(({ id, instance, device }) => {
    const inputs = device.supplies.map((supply) => keyOf(id, supply.id))
    return device.outputs.map((output): Feeder => {
      const { volts, terminal, ground } = output
      return {
        ...output,
        ...(volts === undefined ? resolved.battery : { min: volts, max: volts }),
        place: referTo('output', keyOf(id, output.id)),
        label: `${instance.name} ${output.label}`.trim(),
        kind: id === batteryId ? 'battery' : output.kind,
        own: 0,
        plus: terminalPoint(id, terminal),
        minus: terminalPoint(id, ground),
        inputs,
        owner: id,
        reachable: true,
        ...(volts !== undefined && { regulates: { volts } }),
      }
    })
  })
}
