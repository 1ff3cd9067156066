import { memo } from '../memo'
import { idIn, placeLabel, type NeedKey, type ResolvedPlan } from '../plan'
import { placedNeeds } from '../suitability'
import type { Ohms } from '../units'

/** A resistor that a harness needs beside its parts. */
export interface Fitting {
  /** The needs that it is there for. */
  needs: NeedKey[]
  what: 'pull-up' | 'pull-down'
  ohms: Ohms
  /** Labels of the two points that it joins. */
  from: string
  to: string
}

/** Of an enable line that floats while the board starts; a usual value, far below what a CMOS input leaks at. */
const ofEnable = 10_000
/** Of an I²C bus at 400 kHz on leads of a craft: a usual value between 1.1 kΩ (3 mA at 3.3 V) and 10 kΩ. */
const ofBus = 4700

/** Resistors to be fitted as needs have their places: at enable lines that must not float, and on buses where nothing pulls up. */
export const fittingsOf = memo((resolved: ResolvedPlan): Fitting[] => [...atEnables(resolved), ...onBuses(resolved)])

function* atEnables(resolved: ResolvedPlan): Iterable<Fitting> {
  for (const { need, placement } of placedNeeds(resolved)) {
    if (need.need.kind !== 'switch') continue
    const { powerUp } = need.need.levels
    if (powerUp === 'any') continue
    const from = placeLabel(placement.place, resolved.plan)
    yield powerUp === 'low'
      ? { needs: [need.key], what: 'pull-down', ohms: ofEnable, from, to: 'GND' }
      : { needs: [need.key], what: 'pull-up', ohms: ofEnable, from, to: '3.3 V' }
  }
}

function* onBuses(resolved: ResolvedPlan): Iterable<Fitting> {
  for (const bus of resolved.board.i2c) {
    const here = placedNeeds(resolved).filter(({ placement }) => idIn('i2c', placement.place) === bus.id)
    const pulled = bus.pullUp !== undefined || here.some(({ need: { need } }) => need.kind === 'i2c' && need.pullUp !== undefined)
    if (!here.length || pulled) continue
    const needs = here.map(({ need }) => need.key)
    for (const line of ['SDA', 'SCL']) yield { needs, what: 'pull-up', ohms: ofBus, from: `${line} of ${bus.label}`, to: '3.3 V' }
  }
}
