import type { Volts } from './quantity'

/** Cell voltages by chemistry, empty and full, at rest. */
export const cellVoltage = {
  lipo: { name: 'lithium-polymer', empty: 3.3, full: 4.2 },
  lihv: { name: 'lithium-polymer, high voltage', empty: 3.3, full: 4.35 },
  liion: { name: 'lithium-ion', empty: 2.8, full: 4.2 },
} as const

/** A battery chemistry known to the product. */
export type Chemistry = keyof typeof cellVoltage

/** Voltage range of a battery of `cells` cells in series. */
export function batteryRange(cells: number, chemistry: Chemistry): { min: Volts; max: Volts } {
  const { empty, full } = cellVoltage[chemistry]
  return { min: round(cells * empty), max: round(cells * full) }
}

function round(volts: number): Volts {
  return Math.round(volts * 1000) / 1000
}
