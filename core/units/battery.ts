import type { Amps, Grams, Millimetres, Volts } from './quantity'

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

interface Pack {
  cells: number
  chemistry: Chemistry
  /** mAh */
  capacity: number
  /** As weighed. */
  mass?: Grams
}

/** Mass of a battery in grams: as weighed, or from its energy, cells × 3.7 V × Ah / (Wh/kg), an estimate. */
export function batteryMass({ cells, chemistry, capacity, mass }: Pack): Grams {
  if (mass !== undefined) return mass
  return ((cells * nominal * capacity) / 1000 / cellVoltage[chemistry].density) * 1000
}

/** Grams of a pack in a cubic millimetre, wrap and leads counted: 1.9 g/cm³, a common figure. */
const packDensity = 0.0019
/** A pack is so many times as long, and as thick, as it is wide. */
export const packShape = { length: 2.2, thickness: 0.85 } as const

/** Width and length of a battery from its mass, in whole millimetres; an estimate. */
export function batterySize(battery: Parameters<typeof batteryMass>[0]): { width: Millimetres; height: Millimetres } {
  const width = Math.cbrt(batteryMass(battery) / packDensity / (packShape.length * packShape.thickness))
  return { width: Math.max(1, Math.round(width)), height: Math.max(1, Math.round(width * packShape.length)) }
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
