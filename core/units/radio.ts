import type { Millimetres } from './quantity'

/** Speed of light in m/s (SI, exact). */
const light = 299_792_458

/**
 * Length of a quarter wave: c / (4 f) × velocity factor.
 * @param megahertz frequency, above 0
 * @param velocity speed along the antenna as a part of that of light, 0 … 1
 */
export function quarterWave(megahertz: number, velocity = 1): Millimetres {
  return (light / (4 * megahertz * 1e6)) * velocity * 1000
}
