import { batteryMass, cellVoltage, type Amps, type Grams } from '../units'
import type { Plan } from './plan'

/** Current of each motor of a craft, and where the figures come from. */
export interface MotorCurrents {
  count: number
  /** Hovering, or cruising of a wing. */
  hover: Amps
  full: Amps
  /** The mass the estimate was made from; missing where the currents were given. */
  estimatedFrom?: Grams
}

/** Motors of each outline. */
const counts: Record<Plan['craft']['outline'], number> = { quad: 4, hex: 6, wing: 1 }

/**
 * Rules of thumb for craft of which no motor is known: watts for each kilogram to hover
 * (about 7 g of thrust a watt) or to cruise, and full throttle as a multiple of that.
 */
const powers = { hover: { wattsPerKilogram: 143, full: 6 }, cruise: { wattsPerKilogram: 60, full: 4 } } as const

/** Share of a craft's mass that its fit-out and battery make up; the rest is frame, motors and propellers. */
const fitOutShare = 0.6

/**
 * Motor currents as given, or estimated: P = mass × W/kg, I = P / battery volts / motors.
 * @param fitOut mass of board and devices in grams
 */
export function motorCurrents({ craft, battery }: Plan, fitOut: Grams): MotorCurrents {
  const count = counts[craft.outline]
  if (craft.motors) return { count, ...craft.motors }
  const estimatedFrom = Math.min((fitOut + batteryMass(battery)) / fitOutShare, craft.massLimit ?? Infinity)
  const { wattsPerKilogram, full } = craft.outline === 'wing' ? powers.cruise : powers.hover
  const volts = battery.cells * cellVoltage[battery.chemistry].middle
  const hover = tenths(((estimatedFrom / 1000) * wattsPerKilogram) / volts / count)
  return { count, hover, full: tenths(hover * full), estimatedFrom }
}

const tenths = (amps: Amps) => Math.max(0.1, Math.round(amps * 10) / 10)
