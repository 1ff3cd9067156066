/** Electrical potential in volts. */
export type Volts = number
/** Current in amperes. */
export type Amps = number
/** Symbol rate of a serial line in baud (bits per second on the wire). */
export type Baud = number
/** Length in millimetres. */
export type Millimetres = number
/** Resistance in ohms. */
export type Ohms = number
/** Mass in grams. */
export type Grams = number
/** Frequency in hertz. */
export type Hertz = number

/** Parts groups of digits. */
export const thinSpace = '\u202f'

/** Stands before what is below zero, as wide as a plus; a hyphen joins words. */
export const minus = '\u2212'

const withMinus = (text: string) => text.replace(/^-/, minus)

/** Writes a number with at most `digits` decimals and no trailing zeros: 1.5, −45. */
export function plain(value: number, digits = 2): string {
  // Most figures are whole: writing decimals to drop them again is what an edit would feel.
  return withMinus(String(Number.isInteger(value) ? value : Number(value.toFixed(digits))))
}

/** Writes a whole number in groups of three, parted by narrow spaces: 115 200. */
export function grouped(value: number): string {
  return withMinus(Math.round(value).toString()).replace(/\B(?=(\d{3})+$)/g, thinSpace)
}

/** "5 V", "13.2 V". */
export function formatVolts(value: Volts): string {
  return `${plain(value)} V`
}

/** "4.5–5.5 V"; one figure where both are the same to a hundredth. */
export function formatVoltRange(low: Volts, high: Volts): string {
  return Math.abs(high - low) < 0.005 ? formatVolts(high) : `${plain(low)}–${formatVolts(high)}`
}

/** "1.4 A"; below one ampere in milliamperes: "250 mA". */
export function formatAmps(value: Amps): string {
  return Math.abs(value) < 1 ? `${plain(value * 1000, 0)} mA` : `${plain(value)} A`
}

/** "115 200 baud". */
export function formatBaud(value: Baud): string {
  return `${grouped(value)} baud`
}

/** "4.7 kΩ", "680 Ω". */
export function formatOhms(value: Ohms): string {
  return value < 1000 ? figure(value, 'Ω') : `${plain(value / 1000, 1)} kΩ`
}

/** "9.3 %" from a fraction of one. */
export function formatShare(fraction: number): string {
  return `${plain(fraction * 100, 1)} %`
}

/** Units that figures are written in as they are, without a step to thousands or thousandths. */
export type Unit = 'mm' | 'g' | 'µs' | 'ms' | 's' | 'min' | 'Hz' | 'MHz' | 'W' | 'Ω' | 'µT' | '°C' | 'mAh'

/** "250 mm", "1500 µs": with at most `digits` decimals, ohms in groups of three. */
export function figure(value: number, unit: Unit, digits = 2): string {
  return `${unit === 'Ω' ? grouped(value) : plain(value, digits)} ${unit}`
}
