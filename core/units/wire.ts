import type { Grams, Millimetres } from './quantity'

/** Resistivity of annealed copper at 20 °C in Ω·m (International Annealed Copper Standard). */
const copperResistivity = 1.7241e-8
/** Temperature coefficient of copper's resistance, per kelvin at 20 °C (IEC 60028). */
const copperCoefficient = 0.00393
/** Density of copper in g/m³. */
const copperDensity = 8.96e6

/** IEC 60757 letter codes of wire colours, with a colour to draw each by. */
export const wireColours = {
  BK: { name: 'black', hex: '#1d1d1f' },
  BN: { name: 'brown', hex: '#7a4a21' },
  RD: { name: 'red', hex: '#c4271c' },
  OG: { name: 'orange', hex: '#dd7310' },
  YE: { name: 'yellow', hex: '#d9b300' },
  GN: { name: 'green', hex: '#2c8a3d' },
  BU: { name: 'blue', hex: '#2460c0' },
  VT: { name: 'violet', hex: '#7a3fa0' },
  GY: { name: 'grey', hex: '#808489' },
  WH: { name: 'white', hex: '#ffffff' },
  PK: { name: 'pink', hex: '#e07ba0' },
  TQ: { name: 'turquoise', hex: '#1fa3a3' },
} as const

/** An IEC 60757 colour code. */
export type WireColour = keyof typeof wireColours

/**
 * Diameter of a solid conductor of an American wire gauge (ASTM B258): d = 0.127 mm × 92^((36 − AWG)/39).
 * @param gauge AWG number, 0 … 40
 */
export function wireDiameter(gauge: number): Millimetres {
  return 0.127 * 92 ** ((36 - gauge) / 39)
}

/** Resistance of one metre of copper wire in ohms: R = ρ·(1 + α(T − 20 °C))/A. */
export function wireResistancePerMetre(gauge: number, celsius = 20): number {
  const area = (Math.PI / 4) * (wireDiameter(gauge) / 1000) ** 2
  return (copperResistivity * (1 + copperCoefficient * (celsius - 20))) / area
}

/** Mass of the copper in one metre of wire, insulation not counted. */
export function copperMassPerMetre(gauge: number): Grams {
  return (Math.PI / 4) * (wireDiameter(gauge) / 1000) ** 2 * copperDensity
}
