import type { Amps, Grams, Volts } from './quantity'

/** Cell voltages by chemistry, empty, in the middle of a discharge and full, at rest; and the energy per mass of packs with leads and wrap, in Wh/kg: common figures of cells sold for aircraft. */
export const cellVoltage = {
  lipo: { name: 'lithium-polymer', empty: 3.3, middle: 3.7, full: 4.2, density: 150 },
  lihv: { name: 'lithium-polymer, high voltage', empty: 3.3, middle: 3.8, full: 4.35, density: 160 },
  liion: { name: 'lithium-ion', empty: 2.8, middle: 3.6, full: 4.2, density: 220 },
} as const

/** A battery chemistry known to the product. */
export type Chemistry = keyof typeof cellVoltage

/** Voltage range of a battery of `cells` cells in series. */
export function batteryRange(cells: number, chemistry: Chemistry): { min: Volts; max: Volts } {
  const { empty, full } = cellVoltage[chemistry]
  return { min: round(cells * empty), max: round(cells * full) }
}

/** Volts of a cell by which the energy of a pack is told. */
const nominal = 3.7

/** Mass of a battery from its energy, in grams: cells × 3.7 V × Ah / (Wh/kg). An estimate. */
export function batteryMass({ cells, chemistry, capacity }: { cells: number; chemistry: Chemistry; capacity: number }): Grams {
  return ((cells * nominal * capacity) / 1000 / cellVoltage[chemistry].density) * 1000
}

/** C rating taken for a battery of which none is given: a low one, as of packs made to last. */
export const assumedRating = 25

/** Current a battery bears: capacity in Ah × C. */
export function batteryLimit({ capacity, rating = assumedRating }: { capacity: number; rating?: number }): Amps {
  return (capacity / 1000) * rating
}

function round(volts: number): Volts {
  return Math.round(volts * 1000) / 1000
}
